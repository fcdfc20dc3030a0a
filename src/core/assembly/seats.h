#pragma once
// Where a piece may be held, and what keeps it in shape there: a piece has any number of these.

#include "assembly/seats/brace_seat.h"
#include "assembly/seats/cavity_seat.h"
#include "assembly/seats/floor_seat.h"
#include "assembly/seats/frame_seat.h"
#include "assembly/seats/ledgers_seat.h"
#include "assembly/seats/rail_seat.h"
#include "assembly/seats/rod_seat.h"
#include "assembly/seats/stiffening.h"

#include <variant>

namespace owl {

using Seat =
    std::variant<RailSeat, RodSeat, CavitySeat, FloorSeat, LedgersSeat, FrameSeat, BraceSeat, Stiffening>;

} // namespace owl
