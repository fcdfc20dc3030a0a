#include "build/rings.h"

#include "build/joint_steps.h"

#include <algorithm>
#include <map>
#include <set>

namespace owl {
namespace {

bool glues(const Joint& j) {
    return j.kind == "mitre" && j.glued;
}

/// Ids of the joints of all rings: in a ring as many mitres hold as many boards, three at least.
std::vector<std::set<std::string>> ringsOf(const std::vector<Move>& moves) {
    std::map<std::string, std::string> leader; // of what a board is joined to by mitres
    const auto find = [&](std::string id) {
        while (leader.contains(id) && leader[id] != id)
            id = leader[id];
        return id;
    };
    std::vector<const Joint*> mitres;
    for (const auto& m : moves)
        for (const Joint* j : m.joints)
            if (glues(*j)) {
                mitres.push_back(j);
                leader.try_emplace(j->first, j->first);
                leader.try_emplace(j->second, j->second);
                leader[find(j->second)] = find(j->first);
            }
    std::map<std::string, std::set<std::string>> joints;
    std::map<std::string, std::set<std::string>> boards;
    for (const Joint* j : mitres) {
        const std::string of = find(j->first);
        joints[of].insert(j->id);
        boards[of].insert({j->first, j->second});
    }
    std::vector<std::set<std::string>> out;
    for (auto& [of, ids] : joints)
        if (ids.size() >= 3 && ids.size() == boards[of].size())
            out.push_back(std::move(ids));
    return out;
}

bool anyOf(const Move& m, const std::set<std::string>& ids) {
    return std::any_of(m.joints.begin(), m.joints.end(), [&](const Joint* j) { return ids.contains(j->id); });
}

} // namespace

void closeRings(std::vector<Move>& moves) {
    for (const auto& ring : ringsOf(moves)) {
        const auto begin =
            std::find_if(moves.begin(), moves.end(), [&](const Move& m) { return anyOf(m, ring); });
        const auto last =
            std::find_if(moves.rbegin(), moves.rend(), [&](const Move& m) { return anyOf(m, ring); }).base();
        if (last - begin < 2)
            continue;
        Move all;
        std::vector<Move> later; // splines are pushed in when the ring has set
        all.from = (last - 1)->from;
        for (auto m = begin; m != last; ++m) {
            if (m->joints.front()->kind == "spline") {
                later.push_back(*m);
                continue;
            }
            all.joints.insert(all.joints.end(), m->joints.begin(), m->joints.end());
            addMissing(all.stuck, m->stuck);
            addMissing(all.shortOnly, m->shortOnly);
            addMissing(all.comes, m->there);
            addMissing(all.comes, m->comes);
        }
        all.there = {all.comes.front()}; // the others are brought to it
        all.comes.erase(all.comes.begin());
        *begin = std::move(all);
        moves.insert(moves.erase(begin + 1, last), later.begin(), later.end());
    }
}

} // namespace owl
