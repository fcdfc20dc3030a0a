#pragma once
// Colours of the two themes and of paper; sizes of type and spacing.

#include "drawing/drawing.h"
#include "strength/check.h"

#include <QColor>
#include <QFont>
#include <QString>

namespace owl {

enum class ThemeName { day, dusk, paper };

struct Theme {
    ThemeName name = ThemeName::day;
    QColor paper, surface, raised, ink, soft, line, accent, accentText, holds, near, fails, info, bar,
        barText, barSoft, onAccent;
    QColor wood, woodEdge, woodEnd, grain, steel;
    [[nodiscard]] QColor of(Tone tone) const;
    [[nodiscard]] QColor of(Status status) const;
    /// The style sheet of the whole window.
    [[nodiscard]] QString styleSheet() const;
};

const Theme& theme(ThemeName name);
/// The theme in use in the window.
const Theme& currentTheme();
void setCurrentTheme(ThemeName name);
/// Inter with tabular figures, or the desktop's sans serif where it is missing.
QFont uiFont(int px, bool bold = false);
/// WCAG contrast ratio of two opaque colours, 1 to 21.
double contrast(const QColor& a, const QColor& b);

} // namespace owl
