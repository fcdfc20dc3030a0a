// Which parts are cut to fit, and how long they turned out.
#include "edit/fit_fields.h"

#include "assembly/plugs.h"
#include "edit/field_maker.h"

namespace owl {
namespace {

class FitFieldMaker : public FieldMaker {
  public:
    using FieldMaker::FieldMaker;

    std::vector<Field> run() {
        const Piece* piece = project_.findPiece(piece_);
        const PiecePlan* pp = plan_.find(piece_);
        if (!piece || !pp)
            return {};
        heading("Cut to fit");
        Choices unmarked{{"", "choose a part"}};
        for (const auto& p : pp->assembly().parts)
            if ((p.stock == Stock::board || p.stock == Stock::sheet) && !isPlug(p) && !fits(*piece, p.id))
                unmarked.emplace_back(p.id, p.name);
        choice(
            "fit.mark", "Mark a part", "", unmarked,
            [id = piece_](Project& p, const std::string& part) {
                if (Piece* q = p.findPiece(id); q && !part.empty())
                    q->fits.push_back({part, {}});
            },
            "It is left over in the cut list and gets a step of its own, in which it is held in place and "
            "marked.");
        for (const auto& f : piece->fits) {
            const Part* part = pp->assembly().find(f.part);
            const std::string name = part ? part->name : f.part;
            length(
                "fit." + f.part, capitalised(name) + " turned out", f.turnedOut, Length(), 20'000_mm,
                [id = piece_, part_ = f.part](Project& p, Length l) {
                    if (Piece* q = p.findPiece(id))
                        for (auto& c : q->fits)
                            if (c.part == part_)
                                c.turnedOut = l;
                },
                "Its length once it is cut; 0: not yet. Equal parts that are still uncut follow.");
            flag("fit.keep." + f.part, capitalised(name) + " is cut to fit", true,
                 [id = piece_, part_ = f.part](Project& p, bool on) {
                     if (Piece* q = p.findPiece(id); q && !on)
                         std::erase_if(q->fits, [&](const CutToFit& c) { return c.part == part_; });
                 });
        }
        return std::move(out_);
    }

  private:
    static bool fits(const Piece& piece, const std::string& part) {
        return std::any_of(piece.fits.begin(), piece.fits.end(),
                           [&](const CutToFit& f) { return f.part == part; });
    }
};

} // namespace

std::vector<Field> fitFields(const Project& project, const Plan& plan, const Catalog& catalog,
                             const std::string& piece) {
    return FitFieldMaker(project, plan, catalog, piece).run();
}

} // namespace owl
