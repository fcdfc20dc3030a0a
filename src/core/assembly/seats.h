#pragma once
// Where a piece may be held, and what keeps it in shape there: a piece has any number of these.

#include "assembly/seats/brace_seat.h"
#include "assembly/seats/cavity_seat.h"
#include "assembly/seats/floor_seat.h"
#include "assembly/seats/frame_seat.h"
#include "assembly/seats/ledgers_seat.h"
#include "assembly/seats/rod_seat.h"
#include "assembly/seats/stiffening.h"

#include <variant>

namespace owl {

/// A wall part that takes screws is none of them: nearly every piece has one (`Assembly::wallPart`).
using Seat = std::variant<RodSeat, CavitySeat, FloorSeat, LedgersSeat, FrameSeat, BraceSeat, Stiffening>;

} // namespace owl
