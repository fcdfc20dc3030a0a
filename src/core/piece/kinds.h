#pragma once
// The registry: which kinds there are, and what all of them can do. Nothing else lists them.

#include "piece/alcove/alcove.h"
#include "piece/bookcase/bookcase.h"
#include "piece/braced/braced.h"
#include "piece/corner/corner.h"
#include "piece/hollow/hollow.h"
#include "piece/kind.h"
#include "piece/ledge/ledge.h"
#include "piece/mantel/mantel.h"
#include "piece/platform/platform.h"
#include "piece/polygon/polygon.h"
#include "piece/slab/slab.h"
#include "piece/wall_box/wall_box.h"

#include <variant>

namespace owl {

using AnyKind = std::variant<LedgeParams, SlabParams, HollowParams, BracedParams, MantelParams, WallBoxParams,
                             BookcaseParams, PlatformParams, CornerParams, AlcoveParams, PolygonParams>;
/// The parameters of a piece; the alternative tells its kind. A type of its own, so that the copies of ten
/// kinds are compiled once and not wherever a project is copied.
struct PieceParams : AnyKind {
    using AnyKind::AnyKind;
    using AnyKind::operator=;
    PieceParams();
    ~PieceParams();
    PieceParams(const PieceParams&);
    PieceParams(PieceParams&&) noexcept;
    PieceParams& operator=(const PieceParams&);
    PieceParams& operator=(PieceParams&&) noexcept;
    bool operator==(const PieceParams& other) const;
};

/// All kinds, in the order of the chooser.
const std::vector<KindInfo>& knownKinds();
const KindInfo& kindInfo(const PieceParams& p);
/// Parameters of a kind in round sizes of the unit system; none for an unknown kind.
std::optional<PieceParams> defaultParams(const std::string& kind, bool metric);

/// Parameters of a kind as a file that leaves things out means them; the kind must be known.
PieceParams blankParams(const std::string& kind);

/// Derives parts, joints, surfaces, seats. Impossible parameters give problems; parts are then still drawn as
/// far as they make sense. Pure.
Draft makePiece(const PieceParams& p, const MakeContext& ctx, const Catalog& catalog);
/// Outer sizes without knowing the wall: length, depth, height.
Vec outerSize(const PieceParams& p, const Catalog& catalog);
/// Shows every parameter to `to`, which may change it.
void describe(PieceParams& p, Parameters& to);
/// After somebody typed one parameter: what follows from others may end following.
void typed(PieceParams& p, const std::string& name);
/// After values were drawn by lot: those that cannot go together give way.
void settleByLot(PieceParams& p);
/// Changes that make a weak place stronger, best first.
std::vector<Cure> strengthen(const PieceParams& p, const Weakness& w);
/// The changes that give a part another size; nothing when the kind cannot.
std::optional<Cure> resize(const PieceParams& p, const PartWish& wish);
/// Changes that make the piece higher by so much, to cover an opening.
std::optional<Cure> heighten(const PieceParams& p, Length by);

/// Changes that space its boards by what stands on each surface (id -> height of the highest); nothing when
/// the kind cannot.
std::optional<Cure> makeRoom(const PieceParams& p, const std::map<std::string, Length>& high);
/// True when it is made for the left corner of its wall: it has no place of its own along it.
bool fromCorner(const PieceParams& p);
/// The changes that make it as its place was measured; none for most kinds.
std::vector<ParameterChange> asMeasured(const PieceParams& p, const MeasuredPlace& place);
/// True when it stands on the floor: it has no height of its own above it.
bool onFloor(const PieceParams& p);
Length lengthOf(const PieceParams& p);
const std::string& speciesOf(const PieceParams& p);
BoardGrade gradeOf(const PieceParams& p);

/// One parameter set by name from text: a length in `units`, a word, yes or no. Error: a sentence.
tl::expected<PieceParams, std::string> withParameter(PieceParams p, const std::string& name,
                                                     const std::string& value, bool metric);
/// The changes applied; those that do not fit are left out.
PieceParams withChanges(PieceParams p, const std::vector<ParameterChange>& changes);
/// Parameters by name that lie outside their usual range, with a sentence.
std::vector<std::pair<std::string, std::string>> unusual(const PieceParams& p, bool metric);
/// Every parameter as data: name, label, type, range, default; of the kind in both unit systems.
nlohmann::ordered_json parameterTable(const std::string& kind);

} // namespace owl
