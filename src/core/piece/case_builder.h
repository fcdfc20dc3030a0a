#pragma once
// What builders of cases share: bays between uprights, boards let into boards, joints with their plugs.

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
    /// A housing in `in`, `deep`, for the end or edge of `of`, open to the rear. `kind`: 'rabbet' at an end.
    void letIn(const std::string& in, const std::string& of, Length deep, const char* kind = "housing");

    static Joint named(std::string id, std::string first, std::string second, const char* kind);
    [[nodiscard]] bool has(const std::string& id) const { return d_.assembly.find(id) != nullptr; }
    /// Places across a board from `from` to `to`, the same from both sides, about 90 mm apart.
    static std::vector<Length> across(Length from, Length to);
    /// Fasteners placed, the joint added.
    void keep(Joint j);
    /// The same, with plugs of `wood` over screws that show where they were asked for.
    void keepPlugged(Joint j, PlugWay plugs, const std::string& wood);
    /// A board that is let in, or stands on its end grain: no fasteners.
    void keepHoused(std::string id, const std::string& in, const std::string& board, Length deep);

    const Catalog& catalog_;

  private:
    std::vector<Length> equalBays(const Division& d);
    bool plugsTold_ = false;
};

} // namespace owl
