#pragma once
// A candidate: a way of holding a piece with what it is fixed with.

#include "catalog/catalog.h"
#include "support/ground.h"

#include <string>

namespace owl {

class Support;

/// A screw of the catalogue into studs, an anchor of the catalogue, rods, or the floor alone; and the way in
/// which the piece is held by them.
struct SupportOption {
    std::string id, name;
    const Support* way = nullptr; ///< the row of supports.cpp that judges, mounts and hangs it
    Ground ground = Ground::studs;
    const Screw* screw = nullptr;
    const AnchorKind* anchor = nullptr;
    int second = 0;           ///< 1: not what one would take without being asked (thin, or a special head)
    const Rod* rod = nullptr; ///< null: the thinnest that holds is looked for
    const Hanger* hanger = nullptr;     ///< what hooks, where something does
    const Screw* studScrew = nullptr;   ///< for walls of studs beside one that takes none
    const AnchorKind* beside = nullptr; ///< in the cover, where only one stud lies behind the ledger
    std::string unfit = {};             ///< asked for, and this wall cannot take it: why; empty: it can
    bool usual = false;                 ///< a hanger that the piece was made for: taken without being asked
    bool whenAsked = false;             ///< taken only where a person asks for it
    bool inRows = false;                ///< its wall screws may go into a second row
    int variant = 0;                    ///< which of its ways: known to its folder alone
    bool recesses = false,
         strip = false;     ///< what it asks of the piece: recesses for plates, a strip off its back
    std::string cure = {};  ///< what strengthens a piece that it refuses: 'hanger', 'unfit'
    std::string price = {}; ///< in the shop, of one of what is bought beside its fixings
    [[nodiscard]] bool onlyWhenAsked() const { return !usual && whenAsked; }
    /// True for a screw that is thinner than usual, not one with a head of its own: hidden strips take the
    /// others.
    [[nodiscard]] bool thin() const {
        return second > 0 && screw && !screw->lag && screw->headKind != ScrewHead::washer;
    }
    /// True when it holds in what carries the wall, not just in its cover.
    [[nodiscard]] bool firm() const { return ground != Ground::cover; }
    /// True when it goes where the studs are.
    [[nodiscard]] bool atStuds() const { return ground == Ground::studs || ground == Ground::flanges; }
};

} // namespace owl
