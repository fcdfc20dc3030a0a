#pragma once
// How an alcove shelf is put together: frame, skins and face, or board and ledgers. Internal to piece/.

#include "joint/fit.h"
#include "piece/alcove/alcove_shape.h"
#include "piece/case_builder.h"

namespace owl {

/// How one skin is fixed to the frame under or over it.
struct SkinFixing {
    std::string id; ///< of the skin
    bool top = false;
    double z = 0;      ///< its face that the screws enter
    double inside = 0; ///< the middle of its thickness
};

class AlcoveBuilder : CaseBuilder {
  public:
    AlcoveBuilder(const AlcoveParams& p, const MakeContext& ctx, Draft& d, const Catalog& catalog);
    void run();

  private:
    // alcove_checks.cpp: what of it cannot be built
    void checkParameters();
    void checkWidths();
    void checkFrame();
    // alcove.cpp: sizes, the frame
    void sizes();
    void sideLedgers();
    void ladder();
    void blocks();
    [[nodiscard]] double freeOfScrews(double wanted, double low, double high) const;
    void crossPiece(const std::string& id, const std::string& name, double from, const std::string& why,
                    double aside);
    void frameJoints();
    void railToSide(bool left);
    void packings();
    [[nodiscard]] std::vector<Length> packingPlaces(bool left) const;
    void packing(bool left, std::size_t number, Length at); // 0: the only one of its side
    void frameToPacking(bool left, const std::string& packing, Length at);
    // alcove_skins.cpp: what shows
    void skins();
    void skin(bool top, std::size_t part, double x0, double x1);
    void skinJoints(bool top, const std::string& id, double x0, double x1);
    void skinOnLevelMembers(const SkinFixing& f);
    void skinOnSide(const SkinFixing& f, bool left);
    void skinOnCrossPieces(const SkinFixing& f, double x0, double x1);
    void skinOn(const SkinFixing& f, const std::string& member, const std::vector<Vec3>& places,
                double clear);
    void face();
    void endBoard();
    // alcove_board.cpp: one thick board on ledgers
    void board();
    void boardHolds();
    // alcove_seat.cpp: what the house is told
    void describeRest();
    void ledgersOf(LedgersSeat& seat);
    void dimensions();
    void frontOf(LedgersSeat& seat) const;
    [[nodiscard]] std::vector<WallStage> stages() const;
    [[nodiscard]] std::vector<WallStage> boardStages() const;

    [[nodiscard]] bool framed() const { return p_.made == AlcoveMade::framed; }
    [[nodiscard]] bool hasLeft() const { return p_.sides != AlcoveSides::right; }
    [[nodiscard]] bool hasRight() const { return p_.sides != AlcoveSides::left; }
    [[nodiscard]] const AlcoveLine& line(bool left) const { return left ? room_.left : room_.right; }
    /// x of the inner face of a side ledger, or of an open end, at a distance from the back wall.
    [[nodiscard]] double innerLeft(double y) const;
    [[nodiscard]] double innerRight(double y) const;
    /// Cut by the side walls that are there (a little before them), square at an open end.
    void cutSides(Solid& solid, double z, double high, bool scribed) const;
    void cutBack(Solid& solid, double z, double high) const;
    /// A box of the piece as a part with its grain along it.
    [[nodiscard]] Part lying(const std::string& id, const std::string& name, double x0, double x1, double y0,
                             double y1, double z0, double z1) const;
    void scribeFeature(Part& p, const char* what) const;
    /// A joint made on the walls: screws or nails every 200 mm along a line.
    void wallJoint(const std::string& first, const std::string& second, std::size_t stage,
                   const Joining& way);
    /// Places along a line, `end` from its ends, about 200 mm apart.
    [[nodiscard]] static std::vector<Vec3> along(const Vec3& a, const Vec3& b, double end);
    /// The stage on the walls in which the lower skin goes up.
    [[nodiscard]] std::size_t skinStage() const { return railIds_.size() > 1 ? 3 : 2; }

    const AlcoveParams& p_;
    AlcoveRoom room_;
    double W_ = 0, D_ = 0;               ///< at the back; to the front
    double ft_ = 40, fh_ = 60, st_ = 12; ///< frame thickness and height, thickness of a skin
    double faceT_ = 18, faceH_ = 90;
    double z0_ = 0;              ///< lower face of the frame
    double zb_ = 0;              ///< lower face of the lower skin; of the ledgers under a board
    double yf_ = 0, yr_ = 0;     ///< back of the face; back of the front rail
    double pack_ = 0;            ///< thickness of the packing pieces
    std::vector<double> blockX_; ///< middles
    std::vector<std::string> railIds_, skins_, boards_;
    std::array<std::vector<std::string>, 2> packed_; ///< at the left, at the right
    std::array<std::vector<Length>, 2> packedAt_;
};

} // namespace owl
