#pragma once
// Finds a cheapest plan for a cut job and proves it where the group is small.
//
// Methods, and what they did on the public jobs: groups of up to about ten single parts are solved by trying
// every way (exact.h), which is also what the independent checker does, so they need no certificate. Larger
// groups get randomised guillotine fills (greedy.h); of the best a few boards at a time are taken apart and
// laid out anew (improve.h); bench/README.md has what that comes to on the public jobs. They get an area
// bound with its certificate.

#include "cutting/job.h"

#include <functional>
#include <memory>

namespace owl {

struct GroupPlan;
/// Plans of groups that were solved before: a group with the same sizes, counts, boards and prices is not
/// searched again. Safe from several threads.
class GroupMemo {
  public:
    GroupMemo();
    ~GroupMemo();
    GroupMemo(const GroupMemo&) = delete;
    GroupMemo& operator=(const GroupMemo&) = delete;
    [[nodiscard]] std::optional<GroupPlan> find(const std::string& group) const;
    void keep(const std::string& group, const GroupPlan& plan);

  private:
    struct Content;
    std::unique_ptr<Content> content_;
};

struct CutEffort {
    int tries = 60; ///< randomised fills for each large group; never seconds: same job, same plan
    std::shared_ptr<GroupMemo> memo; ///< none: everything is searched
    std::function<bool()> stop; ///< asked between tries, from several threads; true ends the search early
    std::function<void(const CutPlan&)> progress; ///< told of every better plan of the whole job
};

/// A valid plan; optimal where proven. Parts that fit nothing are unplaced with their reason.
CutPlan solveCutJob(const CutJob& job, const CutEffort& effort = {});

/// Parts and stock of one material and thickness, in grown (plus one kerf) whole nanometres. Used by the
/// methods.
struct CutGroup {
    struct Kind {
        std::vector<std::string> ids; ///< job part ids that share this size, each with its quantity
        std::vector<int> quantities;
        std::int64_t l = 0, w = 0;
        bool rotate = false;
        int count = 0;
    };
    struct Board {
        const CutStock* stock = nullptr;
        std::int64_t l = 0, w = 0;
        Money price = 0;
        std::optional<int> available;
    };
    std::int64_t kerf = 0;
    std::vector<Kind> kinds;
    std::vector<Board> boards;
};
/// A kind placed on a board, grown coordinates; kind indexes into the group.
struct GroupPlaced {
    std::size_t kind = 0;
    std::int64_t x = 0, y = 0, l = 0, w = 0;
    bool rotated = false;
};
struct GroupBoard {
    std::size_t board = 0;
    std::vector<GroupPlaced> placed;
};
struct GroupPlan {
    std::vector<GroupBoard> boards;
    Money cost = 0;
    std::vector<int> left; ///< unplaced, per kind
    bool proven = false;
};
/// Area left out first, then cost, then number of boards.
bool better(const CutGroup& g, const GroupPlan& a, const GroupPlan& b);

} // namespace owl
