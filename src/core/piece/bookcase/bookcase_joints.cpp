// How the boards of a bookcase are held together: case first, then what hangs in it, the back, loose shelves.
#include "joint/fit.h"
#include "joint/place.h"
#include "piece/bookcase/bookcase_shape.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace owl {
namespace {

class BookcaseJoiner : BookcaseWork {
  public:
    using BookcaseWork::BookcaseWork;

    void run() {
        strips();
        for (const auto& section : s_.sections) {
            in_ = &section;
            oneSection();
        }
        pins();
    }

  private:
    void oneSection() {
        corner("bottom", true);
        corner("rail", true);
        corner("rail-low", true);
        dividers();
        ends(true);
        if (p_.back == CaseBack::letIn)
            captive();
        corner("top", true);
        ends(false);
        corner("bottom", false);
        corner("rail", false);
        corner("rail-low", false);
        corner("top", false);
        railTop();
        base();
        if (p_.back == CaseBack::rabbet || p_.back == CaseBack::nailed)
            nailed();
    }
    /// A board of the section that is being joined.
    [[nodiscard]] std::string mine(const char* board) const { return board + in_->tag; }
    /// Nobody sees the sides where two sections meet.
    [[nodiscard]] bool outermost(bool leftOne) const {
        return in_ == (leftOne ? &s_.sections.front() : &s_.sections.back());
    }

    /// Screws or dowels. Dowels of two sections meet end to end where their sides do: so much more wood is
    /// left there.
    [[nodiscard]] Joining fixing(bool screws, bool shows = true, Length skin = {}) const {
        Joining w;
        w.how = screws ? Joinery::screwsGlue : Joinery::dowels;
        w.shows = shows;
        w.plugs = p_.plugs;
        w.skin = skin;
        return w;
    }
    [[nodiscard]] Length seamSkin(bool leftOne) const { return outermost(leftOne) ? Length() : 2_mm; }
    /// Two near the edges of a rail's end, clear of the row of wall screws in its middle.
    [[nodiscard]] static std::vector<double> railRows(const Part& rail) {
        const double high = rail.width.mm();
        const double end = std::min(14.0, high / 4);
        return {end, high - end};
    }
    /// Pocket screws out of `board` into `into`, where they are asked for; false: another joint is wanted.
    bool pocketed(const std::string& name, const std::string& board, const std::string& into,
                  const char* from, const Pockets& p) {
        if (p_.joinery != CaseJoint::pockets)
            return false;
        Joint j = named(name, board, into, "butt");
        j.how = Joinery::pocketScrews;
        j.drivenFrom = from;
        const std::string why = fitPocketScrews(j, p, ctx_, catalog_);
        if (!why.empty()) {
            j.how = Joinery::glue;
            tellWay(true, "joinery", {}, why);
        }
        keep(std::move(j));
        return true;
    }
    /// A panel is in its grooves before the last pockets are driven: the rearmost is a driver's width off it.
    [[nodiscard]] Length beforeThePanel() const {
        return p_.back == CaseBack::letIn ? s_.innerY - 20_mm : Length();
    }
    /// Pockets at the end of a board that lies: in its lower face, or its upper one.
    [[nodiscard]] Pockets lying(const Cell& b, bool leftEnd, bool below, Length aside = {}) const {
        Pockets p{{leftEnd ? -1.0 : 1.0, 0, 0}, {0, 0, below ? -1.0 : 1.0}, {}, b.size.z, s_.t};
        for (Length y : across(std::max(b.at.y, beforeThePanel()), b.at.y + b.size.y))
            p.at.push_back({(leftEnd ? b.at.x : b.at.x + b.size.x).mm(), (y + aside).mm(),
                            (b.at.z + b.size.z / 2).mm()});
        return p;
    }
    /// The top's pockets are out of sight from above once nobody looks down on it.
    [[nodiscard]] bool pocketsBelow(const std::string& id) const {
        return !id.starts_with("top") || p_.height < 1500_mm;
    }

    [[nodiscard]] bool byScrews() const { return p_.joinery == CaseJoint::screws; }
    [[nodiscard]] static bool isRail(const std::string& id) { return id.starts_with("rail"); }

    /// A board that ends at a side: bottom, top, rails.
    void corner(const char* board, bool leftOne) {
        const std::string id = mine(board);
        const std::string& side = leftOne ? in_->left : in_->right;
        if (!has(id) || !has(side))
            return;
        if (board == std::string("top") && p_.topOver) {
            topOn(side, leftOne);
            return;
        }
        const std::string name = id + (leftOne ? "-left" : "-right");
        if (pocketCorner(name, id, side, leftOne))
            return;
        const bool letIn = housed() && !isRail(id);
        if (letIn && standing()) {
            keepHoused(name, side, id);
            return;
        }
        // The sides of a hung case would slip off its top, and its bottom drops out: their rabbets are open
        // that way. Where sections meet, heads would face heads, and no driver comes in once both stand:
        // dowels.
        Joint j = named(name, side, id, letIn ? "housing" : "butt");
        Joining way =
            fixing((byScrews() && outermost(leftOne)) || letIn, outermost(leftOne), seamSkin(leftOne));
        way.receiving = (in_->in1 - in_->in0) / 2;
        if (isRail(id))
            way.at = railRows(*d_.assembly.find(id));
        laidOut(j, way, "joinery");
        keepPlugged(std::move(j), p_.plugs, p_.species);
    }

    bool pocketCorner(const std::string& name, const std::string& id, const std::string& side, bool leftOne) {
        const Cell b = d_.assembly.find(id)->bounds();
        if (!isRail(id))
            return pocketed(name, id, side, pocketsBelow(id) ? "below" : "above",
                            lying(b, leftOne, pocketsBelow(id)));
        return pocketed(name, id, side, "behind", onEdge(*d_.assembly.find(id), leftOne));
    }
    /// At the end of a board that stands on its edge along the case, in its rear face.
    [[nodiscard]] Pockets onEdge(const Part& board, bool leftOne) const {
        const Cell b = board.bounds();
        Pockets p{{leftOne ? -1.0 : 1.0, 0, 0}, {0, -1, 0}, {}, b.size.y, s_.t};
        for (double z : railRows(board))
            p.at.push_back(
                {(leftOne ? b.at.x : b.at.x + b.size.x).mm(), (b.at.y + b.size.y / 2).mm(), b.at.z.mm() + z});
        return p;
    }

    void topOn(const std::string& side, bool leftOne) {
        const Cell upright = d_.assembly.find(side)->bounds();
        Pockets p{{0, 0, 1}, {leftOne ? 1.0 : -1.0, 0, 0}, {}, upright.size.x, s_.t};
        for (Length y : across(std::max(upright.at.y, beforeThePanel()), upright.at.y + upright.size.y))
            p.at.push_back(
                {(upright.at.x + upright.size.x / 2).mm(), y.mm(), (upright.at.z + upright.size.z).mm()});
        const std::string name = mine("top") + (leftOne ? "-left" : "-right");
        if (pocketed(name, side, mine("top"), leftOne ? "the right" : "the left", p))
            return;
        Joint j = named(name, mine("top"), side, "butt");
        Joining way = fixing(byScrews());
        way.receiving = (s_.sideHigh - s_.sideLow) / 2;
        laidOut(j, way, "joinery");
        keepPlugged(std::move(j), p_.plugs, p_.species);
    }

    void dividers() {
        for (std::size_t i = in_->first + 1; i <= in_->last; ++i) {
            const std::string id = dividerBefore(i);
            for (const char* board : {"bottom", "top"}) {
                const std::string in = mine(board);
                if (housed()) {
                    keepHoused(id + "-" + in, in, id);
                    continue;
                }
                const Cell b = d_.assembly.find(id)->bounds();
                const bool up = board == std::string("top");
                Pockets p{{0, 0, up ? 1.0 : -1.0}, {1, 0, 0}, {}, b.size.x, s_.t};
                for (Length y : across(b.at.y + (has(mine("rail")) ? s_.t : Length()), b.at.y + b.size.y))
                    p.at.push_back(
                        {(b.at.x + b.size.x / 2).mm(), y.mm(), (up ? b.at.z + b.size.z : b.at.z).mm()});
                if (pocketed(id + "-" + in, id, in, "the right", p))
                    continue;
                Joint j = named(id + "-" + in, in, id, "butt");
                Joining way = fixing(byScrews(), up);
                way.receiving = (s_.z1 - s_.z0) / 2;
                laidOut(j, way, "joinery");
                keepPlugged(std::move(j), p_.plugs, p_.species);
            }
        }
    }

    /// Fixed shelves at the uprights on their left, or on their right.
    void ends(bool leftEnd) {
        for (const auto& shelf : s_.shelves) {
            if (shelf.loose || &sectionOf(shelf.bay) != in_)
                continue;
            const std::string host = leftEnd ? leftOf(shelf.bay) : rightOf(shelf.bay);
            const std::string name = shelf.id + (leftEnd ? "-left" : "-right");
            if (housed()) {
                keepHoused(name, host, shelf.id);
                continue;
            }
            if (pocketed(name, shelf.id, host, "below",
                         lying(d_.assembly.find(shelf.id)->bounds(), leftEnd, true,
                               shelf.bay % 2 == 1 ? 18_mm : Length())))
                continue;
            const bool outermostSide = host == "side-left" || host == "side-right";
            Joint j = named(name, host, shelf.id, "butt");
            Joining way = fixing(byScrews() && outermostSide);
            way.receiving = (s_.bays[shelf.bay].second - s_.bays[shelf.bay].first) / 2;
            // Dowels from both sides of a divider at one height keep clear of each other.
            way.aside = shelf.bay % 2 == 1 ? 18 : 0;
            laidOut(j, way, "joinery");
            keepPlugged(std::move(j), p_.plugs, p_.species);
        }
    }

    void strips() {
        for (const auto& shelf : s_.shelves) {
            if (!has("strip-" + shelf.id))
                continue;
            Joint j = named("strip-" + shelf.id, shelf.id, "strip-" + shelf.id, "edge");
            j.drivenFrom = "the front";
            j.note = "Flush along the shelf's face; it stiffens the shelf, so leave no gap.";
            j.glueArea = d_.assembly.find("strip-" + shelf.id)->length.mm() * s_.ts.mm();
            keep(std::move(j));
        }
    }

    void captive() {
        if (!has(mine("back")))
            return;
        Joint j = named(mine("back") + "-groove", overBaseboard() ? in_->left : mine("bottom"), mine("back"),
                        "loose");
        j.how = Joinery::dry;
        j.glued = false;
        j.carries = false;
        j.gap = 0.5;
        j.note = "Dry: it must be free to move. The boards that close the frame take its other edges in.";
        keep(std::move(j));
    }

    /// The panel ends above the baseboard, where the bottom lies lower, or stands behind a bottom that begins
    /// before the baseboard.
    [[nodiscard]] bool overBaseboard() const {
        const Cell panel = d_.assembly.find(mine("back"))->bounds();
        return panel.at.z > s_.z0 ||
               d_.assembly.find(mine("bottom"))->bounds().at.y >= panel.at.y + panel.size.y;
    }

    /// Its joint with the top keeps the case to the wall.
    void railTop() {
        if (!has(mine("rail")))
            return;
        Joint j = named(mine("top") + "-rail", mine("top"), mine("rail"), "butt");
        Joining way = fixing(byScrews());
        way.atMost = true;
        way.spacing = 200_mm;
        way.end = std::min(60_mm, (in_->in1 - in_->in0) / 4);
        way.clear = wallScrews();
        for (std::size_t i = in_->first; i < in_->last; ++i)
            way.clear.push_back({between(i).mm(), 0, 0});
        way.clearBy = 20_mm;
        laidOut(j, way, "joinery");
        placeClear(j, d_.assembly, catalog_, 30_mm);
        keepPlugged(std::move(j), p_.plugs, p_.species);
    }

    void base() {
        const std::string kick = mine("kick");
        const std::string bottom = mine("bottom");
        if (has(kick)) {
            for (const bool leftOne : {true, false}) {
                const Part& board = *d_.assembly.find(kick);
                const std::string name = kick + (leftOne ? "-left" : "-right");
                const std::string& side = leftOne ? in_->left : in_->right;
                if (pocketed(name, kick, side, "behind", onEdge(board, leftOne)))
                    continue;
                Joint j = named(name, side, kick, "butt");
                Joining way = fixing(false, true, seamSkin(leftOne));
                way.at = railRows(board);
                laidOut(j, way, "joinery");
                keep(std::move(j));
            }
            glued(bottom + "-kick", bottom, kick);
            for (std::size_t i = in_->first + 1; i <= in_->last; ++i)
                glued(fmt::format("bottom-block-{}", i), bottom, fmt::format("block-{}", i));
        }
        if (!has(mine("frame-front")))
            return;
        for (const std::string& board : {mine("frame-front"), mine("frame-back")})
            for (const bool leftOne : {true, false}) {
                const std::string end = mine(leftOne ? "frame-left" : "frame-right");
                Joint j = named(board + (leftOne ? "-left" : "-right"), board, end, "butt");
                Joining way = fixing(false, false);
                way.at = railRows(*d_.assembly.find(board));
                laidOut(j, way, "joinery");
                keep(std::move(j));
            }
        for (const char* board : {"frame-front", "frame-back"})
            onFrameScrews(mine(board));
    }
    void glued(std::string id, const std::string& first, const std::string& second) {
        Joint j = named(std::move(id), first, second, "edge");
        j.drivenFrom = "below";
        j.note = "Flush and square to the bottom.";
        keep(std::move(j));
    }

    /// From inside, down through the bottom: what stands there hides them.
    void onFrameScrews(const std::string& board) {
        Joint j = named("bottom-" + board, mine("bottom"), board, "butt");
        Joining way = fixing(true, false);
        way.carries = false;
        way.atMost = true;
        way.spacing = 300_mm;
        way.end = 50_mm;
        for (std::size_t i = in_->first; i < in_->last; ++i)
            way.clear.push_back({between(i).mm(), 0, 0});
        way.clearBy = s_.t / 2 + 16_mm;
        laidOut(j, way, "joinery");
        keep(std::move(j));
    }

    /// Round its edges, glued and nailed: it keeps the case square.
    void nailed() {
        const std::string back = mine("back");
        if (!has(back))
            return;
        const Cell b = d_.assembly.find(back)->bounds();
        const bool over = p_.back == CaseBack::nailed;
        const Length in = over ? s_.t / 2 : s_.t / 4; // from the side's inner face, into its wood
        const auto edge = [&](const char* which, const std::string& to, bool upright, Length at,
                              Length wide) {
            if (!has(to))
                return;
            Joint j = named(back + which, back, to, "butt");
            j.how = Joinery::nailsGlue;
            j.drivenFrom = "behind";
            j.through = p_.backThickness;
            j.nailLength = nailFor({p_.backThickness, p_.depth / 2, s_.t, false, false}, ctx_);
            const Length from = upright ? b.at.z : in_->in0;
            const Length to_ = upright ? b.at.z + b.size.z : in_->in1;
            const auto taken = others(upright, at);
            for (Length v : spread(from, to_, std::min(25_mm, (to_ - from) / 4), 140_mm, taken, 14_mm))
                j.spots.push_back(upright ? FastenerSpot{{at, Length(), v}}
                                          : FastenerSpot{{v, Length(), at}});
            // A panel's face counts a third of a glue line along the grain (S10.8).
            j.glueArea = (to_ - from).mm() * wide.mm() / 3;
            j.note = "With the diagonals equal: now is when the case becomes square for good.";
            keep(std::move(j));
        };
        const Length wide = over ? s_.t : s_.t / 2;
        edge("-left", in_->left, true, in_->in0 - in, wide);
        edge("-right", in_->right, true, in_->in1 + in, wide);
        if (b.at.z <= s_.low)
            edge("-bottom", mine("bottom"), false, s_.low + s_.t / 2, s_.t);
        if (b.at.z + b.size.z >= p_.height)
            edge("-top", mine("top"), false, p_.height - s_.t / 2, s_.t);
    }

    /// Where fasteners near the rear edge are already, along that edge: on a side the heights of those that
    /// enter it, on top or bottom the places of those that cross it.
    [[nodiscard]] std::vector<Length> others(bool upright, Length at) const {
        std::vector<Length> out;
        for (const auto& j : d_.assembly.joints)
            for (const auto& f : j.fasteners) {
                const bool across = std::abs(f.direction.y) < 0.5 && f.from.y < 40;
                const bool lies = std::abs(f.direction.x) > 0.5;
                const double there = upright ? f.from.x - at.mm() : f.from.z - at.mm();
                if (across && lies == upright && std::abs(there) < 60)
                    out.push_back(Length::mm(upright ? f.from.z : f.from.x));
            }
        return out;
    }

    /// Two at each end of a loose shelf.
    void pins() {
        for (const auto& shelf : s_.shelves)
            if (shelf.loose)
                for (const bool leftEnd : {true, false}) {
                    const std::string host = leftEnd ? leftOf(shelf.bay) : rightOf(shelf.bay);
                    Joint j = named(shelf.id + (leftEnd ? "-left" : "-right"), host, shelf.id, "pins");
                    j.how = Joinery::dry;
                    j.glued = false;
                    j.gap = 1;
                    const std::string row = fmt::format("{}/pin-row-{}-", host, shelf.id);
                    for (const auto& h : d_.assembly.find(host)->holes)
                        if (h.id.starts_with(row) && std::abs(h.at.z + h.diameter / 2 - shelf.z.mm()) < 0.01)
                            j.fasteners.push_back(
                                {"pin", h.at, h.direction, h.depth - 1, h.diameter, {host}, false});
                    if (!j.fasteners.empty())
                        d_.assembly.joints.push_back(std::move(j));
                }
    }

    const Section* in_ = nullptr; ///< the section that is being joined
};

} // namespace

void addBookcaseJoints(const BookcaseWith& with) {
    BookcaseJoiner(with).run();
}

} // namespace owl
