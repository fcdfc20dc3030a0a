#pragma once
// Where two parts meet, found from their solids.

#include "assembly/contact.h"
#include "assembly/part.h"

#include <optional>

namespace owl {

/// Faces that touch, or the mouth through which the second part goes into the first: their solids may overlap
/// before anything is cut. The largest where there are several; nothing where they are apart.
std::optional<Contact> contactOf(const Part& first, const Part& second);

/// mm of wood of a part from a place on, one way; 0 where it begins more than half a millimetre behind it.
double woodFrom(const Part& part, const Vec3& at, const Vec3& way);
/// mm of wood of a part behind the contact, straight into it: what a fastener passes in the first part, or
/// finds in the second.
double woodBehind(const Part& part, const Contact& c, bool first);

} // namespace owl
