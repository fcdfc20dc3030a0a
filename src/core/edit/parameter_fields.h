#pragma once
#include "edit/fields.h"

namespace owl {

/// The parameters of a piece as fields 'piece.<name>', from its kind's one description. `made`: what the
/// piece came to, for sizes that follow from others; may be null.
std::vector<Field> parameterFields(const Project& project, const Piece& piece, const Draft* made,
                                   const Catalog& catalog);

} // namespace owl
