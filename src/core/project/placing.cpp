#include "project/placing.h"

#include <algorithm>
#include <functional>
#include <string_view>
#include <unordered_map>

namespace owl {
namespace {

Length lengthOf(const Piece& piece) {
    return owl::lengthOf(piece.params);
}

constexpr std::size_t nobody = static_cast<std::size_t>(-1);

/// Who keeps to whom, by place in the project's row: each chain is walked once, however long it is.
class Chains {
  public:
    explicit Chains(const Project& p)
        : project_(p), leader_(p.pieces.size(), nobody), state_(p.pieces.size()) {
        std::unordered_map<std::string_view, std::size_t> at;
        for (std::size_t i = 0; i < p.pieces.size(); ++i)
            at.emplace(p.pieces[i].id, i);
        for (std::size_t i = 0; i < p.pieces.size(); ++i)
            if (p.pieces[i].place.follow.how != FollowHow::none)
                if (const auto it = at.find(p.pieces[i].place.follow.leader); it != at.end())
                    leader_[i] = it->second;
        for (std::size_t i = 0; i < p.pieces.size(); ++i)
            settle(i);
    }
    /// The leader of a piece if it may be followed, else `nobody`.
    [[nodiscard]] std::size_t leaderOf(std::size_t i) const {
        return state_[i] == State::sound ? leader_[i] : nobody;
    }
    [[nodiscard]] bool sound(std::size_t i) const { return state_[i] == State::sound; }
    /// All pieces, every leader before those that keep to it.
    [[nodiscard]] const std::vector<std::size_t>& leadersFirst() const { return order_; }

  private:
    enum class State { unknown, looking, sound, loose };

    /// Up to the first piece that is known, or stands by itself, or closes a ring; then down again.
    void settle(std::size_t i) {
        std::vector<std::size_t> way;
        while (i != nobody && state_[i] == State::unknown) {
            state_[i] = State::looking;
            way.push_back(i);
            i = follows(i) ? leader_[i] : nobody;
        }
        for (; !way.empty(); way.pop_back()) {
            const std::size_t k = way.back();
            const std::size_t l = leader_[k];
            const bool good = !follows(k) || (l != nobody && state_[l] == State::sound &&
                                              project_.pieces[l].wall == project_.pieces[k].wall);
            state_[k] = good ? State::sound : State::loose;
            order_.push_back(k);
        }
    }
    [[nodiscard]] bool follows(std::size_t i) const {
        return project_.pieces[i].place.follow.how != FollowHow::none;
    }

    const Project& project_;
    std::vector<std::size_t> leader_;
    std::vector<State> state_;
    std::vector<std::size_t> order_;
};

/// Left end of a piece beside, above or opposite a leader whose own left end is known.
Length leftBy(const Project& project, const Piece& piece, const Piece& leader, Length leaderLeft) {
    const Length length = lengthOf(piece);
    const Length gap = piece.place.follow.gap;
    switch (piece.place.follow.how) {
    case FollowHow::mirror:
        return mirrorLine(project, piece) * 2 - leaderLeft - length;
    case FollowHow::above:
        return leaderLeft + (lengthOf(leader) - length) / 2;
    default:
        return gap < Length() ? leaderLeft + gap - length : leaderLeft + lengthOf(leader) + gap;
    }
}

/// Left end of a piece that keeps to nobody.
Length leftAlone(const Project& project, const Piece& piece) {
    const Wall* wall = project.findWall(piece.wall);
    if (!wall || piece.place.anchor == Anchor::typed)
        return piece.place.x;
    const Length length = lengthOf(piece);
    if (piece.place.anchor == Anchor::furnitureCentre)
        if (const auto thing = extentOf(*wall, piece.place.furniture))
            return thing->first + (thing->second - length) / 2;
    return (wall->width - length) / 2;
}

Length bottomBy(const Piece& piece, Length leaderBottom) {
    return piece.place.follow.how == FollowHow::above ? leaderBottom + piece.place.follow.gap : leaderBottom;
}

/// The leader a piece names. In a row of pieces it mostly is the one before.
const Piece* leaderNamed(const Project& project, const Piece& piece) {
    const auto& all = project.pieces;
    const std::string& name = piece.place.follow.leader;
    const bool ours =
        !all.empty() && !std::less<>{}(&piece, all.data()) && !std::less<>{}(&all.back(), &piece);
    if (ours && &piece != all.data() && (&piece - 1)->id == name)
        return &piece - 1;
    return project.findPiece(name);
}

/// The piece, its leader, that one's leader .. up to the one that stands by itself; empty when a leader is
/// gone, hangs elsewhere, or the chain runs in a ring.
std::vector<const Piece*> soundChain(const Project& project, const Piece& piece) {
    std::vector<const Piece*> out{&piece};
    while (out.back()->place.follow.how != FollowHow::none) {
        const Piece* leader = leaderNamed(project, *out.back());
        if (!leader || leader->wall != piece.wall || out.size() > project.pieces.size())
            return {};
        out.push_back(leader);
    }
    return out;
}

/// The same; a piece that cannot keep to its leader stands by itself.
std::vector<const Piece*> chainOf(const Project& project, const Piece& piece) {
    auto out = soundChain(project, piece);
    return out.empty() ? std::vector<const Piece*>{&piece} : out;
}

Length leftOf(const Project& project, const std::vector<const Piece*>& chain) {
    Length left = fromCorner(chain.back()->params) ? Length() : leftAlone(project, *chain.back());
    for (std::size_t i = chain.size() - 1; i-- > 0;)
        left = fromCorner(chain[i]->params) ? Length() : leftBy(project, *chain[i], *chain[i + 1], left);
    return left;
}

Length bottomOf(const std::vector<const Piece*>& chain) {
    Length bottom = onFloor(chain.back()->params) ? Length() : chain.back()->place.z;
    for (std::size_t i = chain.size() - 1; i-- > 0;)
        bottom = onFloor(chain[i]->params) ? Length() : bottomBy(*chain[i], bottom);
    return bottom;
}

} // namespace

bool followsSoundly(const Project& project, const Piece& piece) {
    return !soundChain(project, piece).empty();
}

Length mirrorLine(const Project& project, const Piece& piece) {
    const Wall* wall = project.findWall(piece.wall);
    if (!wall)
        return {};
    const auto thing = extentOf(*wall, piece.place.follow.about);
    return thing ? thing->first + thing->second / 2 : wall->width / 2;
}

Length pieceLeft(const Project& project, const Piece& piece) {
    return fromCorner(piece.params) ? Length() : leftOf(project, chainOf(project, piece));
}

MeasuredPlace measuredPlace(const Project& project, const Piece& piece) {
    MeasuredPlace out;
    const Wall* wall = project.findWall(piece.wall);
    if (!wall)
        return out;
    for (const auto& c : project.corners)
        if (c.right == wall->id)
            out.leftAngle = c.angle;
    for (const auto& a : project.alcoves)
        if (a.back == wall->id) {
            out.widths = {a.widthBack, a.widthMiddle, a.widthFront};
            out.depth = a.depth;
        }
    return out;
}

Length pieceBottom(const Project& project, const Piece& piece) {
    return onFloor(piece.params) ? Length() : bottomOf(chainOf(project, piece));
}

std::vector<Standing> standings(const Project& project) {
    const Chains chains(project);
    std::vector<Standing> out(project.pieces.size());
    for (std::size_t i : chains.leadersFirst()) {
        const Piece& piece = project.pieces[i];
        const std::size_t l = chains.leaderOf(i);
        const bool led = l != nobody;
        out[i].sound = chains.sound(i);
        if (!fromCorner(piece.params))
            out[i].left =
                led ? leftBy(project, piece, project.pieces[l], out[l].left) : leftAlone(project, piece);
        if (!onFloor(piece.params))
            out[i].bottom = led ? bottomBy(piece, out[l].bottom) : piece.place.z;
    }
    return out;
}

std::pair<std::string, Placement> movedPlace(const Project& project, const Piece& piece, Length left,
                                             Length bottom) {
    const auto chain = chainOf(project, piece);
    Length dx = left - leftOf(project, chain);
    const Length dz = bottom - bottomOf(chain);
    for (std::size_t i = 0; i + 1 < chain.size(); ++i)
        if (chain[i]->place.follow.how == FollowHow::mirror) // what goes left here goes right there
            dx = -dx;
    const Piece& head = *chain.back();
    Placement place = head.place;
    if (dx != Length()) {
        place.x = pieceLeft(project, head) + dx;
        place.anchor = Anchor::typed;
        place.furniture.clear();
    }
    place.z = pieceBottom(project, head) + dz;
    place.follow = {};
    return {head.id, std::move(place)};
}

void movePiece(Project& project, const std::string& id, Length left, Length bottom) {
    const Piece* piece = project.findPiece(id);
    if (!piece)
        return;
    auto [head, place] = movedPlace(project, *piece, left, bottom);
    project.findPiece(head)->place = std::move(place);
}

void endFollowing(Project& project, const std::string& id) {
    Piece* piece = project.findPiece(id);
    if (!piece || piece->place.follow.how == FollowHow::none)
        return;
    const Length left = pieceLeft(project, *piece);
    const Length bottom = pieceBottom(project, *piece);
    piece->place.follow = {};
    piece->place.anchor = Anchor::typed;
    piece->place.x = left;
    piece->place.z = bottom;
}

void keepPairsEqual(const Project& before, Project& after) {
    const Chains chains(after);
    std::unordered_map<std::string_view, const Piece*> old;
    for (const auto& p : before.pieces)
        old.emplace(p.id, &p);
    const auto changed = [&](const Piece& p) {
        const auto it = old.find(p.id);
        return it != old.end() && !(it->second->params == p.params);
    };
    const auto leaderOfEqual = [&](std::size_t i) {
        return after.pieces[i].place.follow.equalSize ? chains.leaderOf(i) : nobody;
    };
    // First up: an edit of a follower goes to the head of its chain, unless a leader was edited as well.
    for (std::size_t i = 0; i < after.pieces.size(); ++i) {
        if (!changed(after.pieces[i]))
            continue;
        const PieceParams edited = after.pieces[i].params;
        for (std::size_t l = leaderOfEqual(i); l != nobody && !changed(after.pieces[l]); l = leaderOfEqual(l))
            after.pieces[l].params = edited;
    }
    // Then down, every leader before those that are kept equal to it.
    for (std::size_t i : chains.leadersFirst())
        if (const std::size_t l = leaderOfEqual(i); l != nobody)
            after.pieces[i].params = after.pieces[l].params;
}

} // namespace owl
