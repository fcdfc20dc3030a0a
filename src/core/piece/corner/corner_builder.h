#pragma once
// How a corner shelf is put together: its top, the cleat it lies on, what the house is told. Internal to
// piece/.

#include "joint/fit.h"
#include "piece/corner/corner_shape.h"
#include "piece/kind_builder.h"

namespace owl {

class CornerBuilder : KindBuilder {
  public:
    CornerBuilder(const CornerParams& p, const MakeContext& ctx, Draft& d, const Catalog& catalog)
        : KindBuilder(ctx, d), p_(p), catalog_(catalog), f_(p) {}
    void run();

  private:
    /// mm of wood above the groove, and height of a built-up lip; how deep the groove is; how far both end
    /// before the cleat does, so that a capture screw finds room.
    static constexpr double lipShare = 8, grooveDeep = 8, stopped = 60;

    [[nodiscard]] bool ell() const { return p_.front == CornerFront::ell; }
    /// An L of two boards.
    [[nodiscard]] bool lapped() const { return ell() && !ofSheet(); }
    [[nodiscard]] bool round() const { return p_.front == CornerFront::round; }
    [[nodiscard]] bool ofSheet() const { return p_.made == CornerMade::sheet; }
    [[nodiscard]] Vec3 along(int wall) const { return wall == 0 ? Vec3{1, 0, 0} : f_.along2; }
    [[nodiscard]] Vec3 out(int wall) const { return wall == 0 ? Vec3{0, 1, 0} : f_.out2; }
    [[nodiscard]] static std::string side(int wall) { return wall == 0 ? "1" : "2"; }
    [[nodiscard]] bool stripped() const { return p_.strip && !round(); }
    [[nodiscard]] double stripT() const { return stripped() ? p_.stripThickness.mm() : 0; }
    [[nodiscard]] bool rodded() const { return p_.carried == CornerCarried::rods; }
    [[nodiscard]] bool hooked() const { return !rodded() && p_.capture != CornerCapture::screws; }
    [[nodiscard]] bool lip() const { return !rodded() && p_.capture == CornerCapture::lip; }
    void checkParameters();
    void checkFront();
    void checkCleat();
    [[nodiscard]] static Length round5(Length l) { return Length::mm(std::floor(l.mm() / 5) * 5); }
    void sizes();
    // --- the shelf

    /// Unit vectors of its grain and across it, seen from above.
    [[nodiscard]] std::pair<Vec3, Vec3> grain() const;
    void shelf();
    void arms();
    void addBoard(Part b, int n);
    [[nodiscard]] std::string grainWords() const;
    void outlineFeature(Part& p, int n);
    [[nodiscard]] std::string outlineWords() const;
    /// What lies outside both arms of an L.
    void cutInner(Solid& solid) const;
    void shapeFront();
    /// A curved edge is cut by planes: chamfers only, the others are drawn as such.
    void roundEdge(double size);
    void shapeFlat(const Vec3& p, const Vec3& q, double size);
    void glueEdge(const std::string& a, const std::string& b, int n);
    // --- the strip along the front

    void frontStrips();
    [[nodiscard]] bool touchesFront(const Part& b) const;
    // --- cleat and what hooks into it

    /// Where a leg of the cleat ends: short of the shelf's end, and behind its front.
    [[nodiscard]] double cleatEnd(int wall) const;
    /// How far a built-up lip stands out: the board it is ripped from.
    [[nodiscard]] double stripDeep() const { return ct_; }
    [[nodiscard]] double hookFace() const { return ct_ + (lip() ? stripDeep() : 0); }
    [[nodiscard]] double hookDeep() const { return lip() ? stripDeep() : grooveDeep; }
    void halve(Solid& solid, int wall) const;
    Part stripAlong(const std::string& id, const std::string& name, int wall, double s0, double s1, double y0,
                    double y1, double z0, double z1, bool flat) const;
    void cleat(int wall);
    [[nodiscard]] double hookEnd(double end) const { return std::max(40.0, end - stopped); }
    void groove(Part& cleat, int wall, double end);
    void lipOn(int wall, double end);
    [[nodiscard]] static Vec vecOf(const Vec3& p, double z) {
        return {Length::mm(p.x), Length::mm(p.y), Length::mm(z)};
    }
    void cornerOfCleats();
    /// Thickness of the tongue of a capture strip: what its rabbet leaves of the board.
    [[nodiscard]] double tongue() const { return std::max(3.0, t_ - lipShare - p_.play.mm()); }
    void captureStrip(int wall);
    void strip(const Part& made, int wall, double from, double until, double face, double front);
    /// One up through the outer end of each leg, clear of the studs: nothing lifts or slides off (S9.6).
    void captureScrews();
    [[nodiscard]] bool clearOfStuds(int wall, double s) const;
    [[nodiscard]] std::string boardOver(const Vec3& at);
    // --- what the rest of the house is told

    void describeRest();
    void surface();
    /// Wall screws sit in the lower part, below what the strips hook into.
    [[nodiscard]] double row() const {
        const double low = zs_ - ch_;
        return hooked() ? low + (ch_ - lipShare - tongue() - 2 * p_.play.mm()) * 0.55 : low + ch_ * 0.6;
    }
    void ledgers();
    /// Rods out of its own wall, in the middle of the boards, clear of both ends.
    [[nodiscard]] LedgerSeat rodWall() const;
    /// Where somebody leans: the middle of the front and near its ends.
    void hands(LedgersSeat& seat) const;
    /// A strip along the front, a third of the depth, spans from one end of the cleat to the other; an L
    /// bends where its arms meet: the far arm keeps the near one from turning over its cleat, R d (1 - d/c).
    void front(LedgersSeat& seat) const;
    /// mm that a cable hole takes of a strip so wide along the front; 0 where it lies behind that.
    [[nodiscard]] double boredInFront(double wide) const;
    [[nodiscard]] std::vector<WallStage> stages() const;

    const CornerParams& p_;
    const Catalog& catalog_;
    CornerFigure f_;
    double t_ = 18, ch_ = 45, ct_ = 18, zs_ = 45, rise_ = 0, drop_ = 0;
    std::vector<std::string> boards_, captures_;
    std::array<double, 2> holdAt_{0, 0};
    bool told_ = false;
};

} // namespace owl
