#pragma once
// What every builder of a kind says in the same words; several may work on one draft. Internal to piece/.

#include "assembly/plugs.h"
#include "piece/kind.h"

namespace owl {

class KindBuilder {
  protected:
    KindBuilder(const MakeContext& ctx, Draft& draft) : ctx_(ctx), d_(draft) {}

    /// A length as sentences show it.
    [[nodiscard]] std::string say(Length l) const { return exactLength(l, ctx_); }
    /// The mark of the tape at or below a length: what is divided evenly ends on one.
    [[nodiscard]] Length atMark(Length l) const;
    /// The mark nearest to it.
    [[nodiscard]] Length nearestMark(Length l) const { return atMark(l + mark() / 2); }
    /// From mark to mark: 1/16 in, 1 mm.
    [[nodiscard]] Length mark() const;
    /// What is wrong, to which cures are then added. `field`: the parameter to change.
    Problem& problem(std::string id, const char* field, std::string text, bool blocks = true);
    /// 'Depth 120 mm': one parameter with the value that works.
    [[nodiscard]] Cure to(const std::string& name, const char* key, Length value) const;
    /// Adds a part with its reasons and where it goes when the piece is pulled apart.
    Part& add(Part p, std::vector<std::string> why, const Vec3& apart);
    /// The part with that id; null when it was not made.
    Part* part(const std::string& id);
    /// Something cut into a part: id 'part/what'.
    static Feature& feature(Part& p, const std::string& what, const char* kind, std::string text);
    /// Length, depth and height of the piece are what its parts span.
    void spanOfParts();
    /// Heads in a board of that thickness are too near its other face for plugs: they are filled. `name`,
    /// `key`: the board and its parameter.
    void noPlugs(const std::string& name, const char* key, Length thick, double countersink);

    const MakeContext& ctx_;
    Draft& d_;
};

} // namespace owl
