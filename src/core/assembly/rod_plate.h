#pragma once
// The plate that a rod is welded to, as sold (verify): the slab's recess, the judge and the parts all read it
// here.

namespace owl {

inline constexpr double rodPlateThick = 5, rodPlateWide = 40; ///< mm
inline constexpr double rodPlateLess = 12; ///< mm: how much lower it is than the board is thick

} // namespace owl
