#pragma once
// What builders of cases share: bays between uprights, boards let into boards, joints with their plugs.

#include "joint/meet.h"
#include "piece/kind_builder.h"

#include <utility>

namespace owl {

/// Clear room between two uprights.
using Bay = std::pair<Length, Length>;

class CaseBuilder : protected KindBuilder {
  protected:
    CaseBuilder(const MakeContext& ctx, Draft& draft, const Catalog& catalog)
        : KindBuilder(ctx, draft), catalog_(catalog) {}

    /// How a width is to be divided.
    struct Division {
        Length x0, x1, divider;     ///< clear room in all; thickness of one divider
        int dividers = 0;           ///< equal bays, where no widths are listed
        std::vector<Length> widths; ///< from the left, all but the last
        Length length;              ///< of the piece: what a cure makes longer
    };
    /// Left to right. What does not fit is told ('dividers', 'bays', 'length' are the parameters) and left
    /// out.
    std::vector<Bay> divide(Division d);
    /// A recess in `in` for what of `of` reaches into it. `kind`: 'housing', 'rabbet' at an end, 'notch'.
    void let(const std::string& in, const std::string& of, const char* kind = "housing");

    static Joint named(std::string id, std::string first, std::string second, const char* kind);
    [[nodiscard]] bool has(const std::string& id) const { return d_.assembly.find(id) != nullptr; }
    /// Places across a board from `from` to `to`, the same from both sides, about 90 mm apart.
    static std::vector<Length> across(Length from, Length to);
    /// Lays out a joint where its parts meet; what does not fit is told once (`field`: the
    /// parameter that chooses the way; `where`: what stands in the id of the problem, 'corner_') and glued.
    /// False where it became glue.
    bool laidOut(Joint& j, const Joining& way, const char* field, const std::string& where = {});
    /// What does not fit, told once for all joints of the piece, with the other way as its cure.
    void tellWay(bool screws, const char* field, const std::string& where, const std::string& why);
    /// True the first time it is asked: what is wrong with one joint is so with its likes.
    bool firstTold();
    /// Where fixings go through a rail, for what must keep off them along the piece.
    [[nodiscard]] std::vector<Vec3> wallScrews() const;
    /// Its tongue cut where it has one, fasteners placed, the joint added.
    void keep(Joint j);
    /// The same, with plugs of `wood` over screws that show where they were asked for.
    void keepPlugged(Joint j, PlugWay plugs, const std::string& wood);
    /// A board that is let in, or stands on its end grain: no fasteners.
    void keepHoused(std::string id, const std::string& in, const std::string& board);

    const Catalog& catalog_;

  private:
    std::vector<Length> equalBays(const Division& d);
    bool plugsTold_ = false;
    bool wayTold_ = false;
};

} // namespace owl
