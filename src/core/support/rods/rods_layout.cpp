#include "support/rods/rods_work.h"

#include "assembly/rod_plate.h"
#include "strength/fastener.h"
#include "support/judge/section_checks.h"
#include "support/words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

// Rods before any force is known: do they fit, where do they stand, how deep do they go (S7.1, S8.4).

namespace owl {
namespace {

using words::mm;

constexpr double frontWood = 20; // mm left between a rod's end and the front edge

class RodLayout : RodWork {
  public:
    RodLayout(const HeldPiece& p, const WallBehind& w, const Rod& rod, SupportVerdict& v)
        : RodWork(p, w, howOf(v.option), rod), v_(v) {}

    void run() {
        fits();
        if (v_.refusal.empty())
            places();
        if (v_.refusal.empty())
            depths();
        if (v_.refusal.empty() && v_.option.screw)
            screwLengths();
    }

  private:
    /// Room in the wood and in the stud (S8.4).
    void fits() {
        const double around = (T() - d()) / 2;
        const double wanted = std::max(d() / 2, 6.0);
        if (around < wanted - 1e-9)
            v_.refusal = fmt::format("wood around a {} would be {}; a board of {} is needed", rod_.label,
                                     mm(std::max(0.0, around)), mm(d() + 2 * wanted));
        else if (is(RodsHow::stud) && w_.studWidth / 2 < 1.5 * d() - 0.06)
            v_.refusal =
                fmt::format("a {} is too thick for a stud {} wide: it wants 1.5 diameters to each side",
                            rod_.label, mm(w_.studWidth));
        else if (inMasonry() && masonryStrength(w_.kind) <= 0)
            v_.refusal = fmt::format("in {} a rod holds only in resin, by the figure on its package",
                                     w_.kind ? w_.kind->name : "this wall");
        else if (is(RodsHow::plate) && T() < rodPlateLess + 20)
            v_.refusal = fmt::format("a plate needs a board of {} at least", mm(rodPlateLess + 20));
        else if (is(RodsHow::plate))
            plateFits();
    }

    /// The screws of a plate beside its rod: their heads on the plate, their shanks in the stud.
    void plateFits() {
        const Screw& s = *v_.option.screw;
        const double aside = plateScrews(T(), d(), s).aside;
        if (aside + s.head / 2 + 1 > rodPlateWide / 2 || aside + 1.5 * s.d > w_.studWidth / 2)
            v_.refusal = fmt::format("{} screws have no room beside a {} on a plate for a board of {}",
                                     s.label, rod_.label, mm(T()));
    }

    /// Where the supports are, and the rods where those are others.
    void places() {
        const double end = std::max(60.0, 4 * d());
        if (inMasonry()) {
            v_.x = evenly(end, seat_.count > 0 ? seat_.count : usualCount());
        } else {
            for (double x : distinctStuds(w_))
                if (x >= fromEnd() && x <= L() - fromEnd())
                    v_.x.push_back(x);
                else if (x >= 0 && x <= L())
                    tooNear_.push_back(x);
            if (!is(RodsHow::strip))
                thinOut();
        }
        if (v_.x.size() < 2 && !tooNear_.empty())
            return nearAnEnd();
        if (v_.x.size() < 2) {
            v_.refusal = v_.x.empty() ? (w_.studsKnown ? "no stud lies behind the slab"
                                                       : "the studs of this wall are not known yet")
                                      : "only one stud lies behind it; a slab on one rod turns on it";
            return;
        }
        v_.rodX = v_.x;
        if (is(RodsHow::strip))
            stripRods(end);
        v_.difficulty = is(RodsHow::plate) ? 3 : 4;
    }

    /// mm: a rod wants four diameters of board beside it (S8.4), the screw of a strip what any screw wants
    /// (S7.2).
    [[nodiscard]] double fromEnd() const { return is(RodsHow::strip) ? 40 : 4 * d(); }
    /// Fewer than two studs are far enough from its ends, and one is there but too near.
    void nearAnEnd() {
        const double x = tooNear_.front();
        const double from = std::min(x, L() - x);
        v_.shortBy = fromEnd() - from;
        const bool strip = is(RodsHow::strip);
        v_.refusal =
            fmt::format("too near the end: a stud is {} from it, and {} wants {}{}; {} longer there it "
                        "has them",
                        mm(from), strip ? "the screw of a strip" : "a " + rod_.label, mm(fromEnd()),
                        strip ? "" : ", four diameters", mm(v_.shortBy));
    }

    [[nodiscard]] int usualCount() const { return std::max(2, static_cast<int>(std::ceil(L() / 450))); }
    /// n places, the outer ones where they carry best (S7.1: 0.4 of the spacing) or as far in as asked.
    [[nodiscard]] std::vector<double> evenly(double end, int n) const {
        double inset = seat_.inset.mm() > 0 ? seat_.inset.mm() : 0.4 * L() / (n - 0.2);
        inset = std::clamp(inset, end, std::max(end, L() / 2 - 20));
        std::vector<double> out;
        for (int i = 0; i < n; ++i)
            out.push_back(n > 1 ? inset + (L() - 2 * inset) * i / (n - 1) : L() / 2);
        return out;
    }
    /// As many of the studs as were asked for, the outer ones kept.
    void thinOut() {
        const auto n = static_cast<std::size_t>(std::max(0, seat_.count));
        if (n < 2 || n >= v_.x.size())
            return;
        std::vector<double> out;
        for (std::size_t i = 0; i < n; ++i)
            out.push_back(v_.x[(i * (v_.x.size() - 1) + (n - 1) / 2) / (n - 1)]);
        out.erase(std::unique(out.begin(), out.end()), out.end());
        v_.x = out;
    }
    /// Rods of a strip stand between its screws.
    void stripRods(double end) {
        const int n = seat_.count > 1 ? seat_.count : std::max(3, static_cast<int>(std::ceil(L() / 300)));
        const double clear = d() / 2 + 12;
        v_.rodX.clear();
        for (double x : evenly(end, n)) {
            for (double s : v_.x)
                if (std::abs(x - s) < clear)
                    x = x < s || s + clear > L() - end ? s - clear : s + clear;
            if (x >= end - 1e-9 && x <= L() - end + 1e-9 && (v_.rodX.empty() || x - v_.rodX.back() > 3 * d()))
                v_.rodX.push_back(x);
        }
        if (v_.rodX.size() < 2)
            v_.refusal = "the strip is too short for two rods clear of its screws";
    }

    void depths() {
        const double most = D() - stripT() - frontWood;
        v_.inShelf = seat_.inShelf > Length() ? seat_.inShelf.mm() : std::floor(0.75 * (D() - stripT()));
        v_.inShelf = std::min(v_.inShelf, most);
        if (v_.inShelf < 40) {
            v_.refusal = fmt::format("only {} of rod would be in the shelf", mm(std::max(0.0, v_.inShelf)));
            return;
        }
        const double deepest = w_.studDepth - 6;
        switch (howOf(v_.option)) {
        case RodsHow::stud:
            v_.inWall = std::min(seat_.inWall > Length() ? seat_.inWall.mm() : 76.0, deepest);
            if (v_.inWall < 50)
                v_.refusal =
                    fmt::format("a stud {} deep holds only {} of rod", mm(w_.studDepth), mm(v_.inWall));
            break;
        case RodsHow::strip:
            v_.inWall = seat_.strip.mm();
            if (v_.inWall < 25)
                v_.refusal =
                    fmt::format("a strip of {} does not hold a rod; {} is needed", mm(v_.inWall), mm(25));
            break;
        case RodsHow::plate:
            v_.inWall = 0;
            break;
        default: {
            const double least = w_.kind && w_.kind->id == "concrete" ? 70 : 90;
            v_.inWall = seat_.inWall > Length() ? std::max(seat_.inWall.mm(), least) : least;
            break;
        }
        }
    }

    /// Screws of plates and strips: how long, how far in the stud.
    void screwLengths() {
        const Screw& s = *v_.option.screw;
        ScrewLengthInput in;
        in.d = s.d;
        in.counterbore = is(RodsHow::plate) ? 0 : s.countersink();
        in.stack = {is(RodsHow::plate) ? rodPlateThick : stripT(), w_.cover};
        in.into = w_.studDepth;
        in.leave = 6;
        in.stock = s.lengths;
        in.minPen = 38;
        in.inStud = true;
        const auto fit = screwLength(in);
        if (!fit.pick) {
            v_.refusal = fmt::format("no {} screw is long enough: {} is needed", s.label, mm(fit.Lmin));
            return;
        }
        v_.screwLength = *fit.pick;
        v_.pen = fit.pen;
        v_.cableCaution = fit.cableCaution;
    }

    SupportVerdict& v_;
    std::vector<double> tooNear_; ///< studs behind the board, too near an end
};

} // namespace

PlateScrews plateScrews(double thickness, double d, const Screw& screw) {
    const double half = (thickness - rodPlateLess) / 2;
    const double clear = d / 2 + screw.head / 2 + 1.5;
    const double up = std::max(0.0, std::min(clear, half - screw.head / 2 - 1.5));
    return {std::sqrt(std::max(0.0, clear * clear - up * up)), {half - up, half + up}};
}

bool layRods(const HeldPiece& piece, const WallBehind& wall, const Rod& rod, SupportVerdict& verdict) {
    RodLayout(piece, wall, rod, verdict).run();
    return verdict.refusal.empty();
}

double masonryStrength(const WallKind* w) {
    return w ? w->rodBearing : 0;
}

double rodArea(double d) {
    return 3 * d * d * std::sin(std::numbers::pi / 12); // 24 triangles of r^2 sin(15 degrees)/2
}

} // namespace owl
