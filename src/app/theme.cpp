#include "app/theme.h"

#include <QFontDatabase>
#include <array>
#include <cmath>

namespace owl {
namespace {

Theme day() {
    Theme t;
    t.name = ThemeName::day;
    t.paper = "#f6f1e7";
    t.surface = "#fffaf0";
    t.raised = "#fbf0da";
    t.ink = "#22303a";
    t.soft = "#5c6870";
    t.line = "#cbbfa8";
    t.accent = "#d98a1f";
    t.accentText = "#7a4a06";
    t.onAccent = "#22303a";
    t.holds = "#3f6a3b";
    t.near = "#8a5508";
    t.fails = "#a8432d";
    t.info = "#2a6583";
    t.bar = "#22303a";
    t.barText = "#fffaf0";
    t.barSoft = "#b9c1c6";
    t.wood = "#ecd3a2";
    t.woodEdge = "#e0c18a";
    t.woodEnd = "#d2ae72";
    t.grain = "#b98d4d";
    t.steel = "#7c8893";
    return t;
}

Theme dusk() {
    Theme t = day();
    t.name = ThemeName::dusk;
    t.paper = "#17222b";
    t.surface = "#22313c";
    t.raised = "#34434d";
    t.ink = "#efe6d6";
    t.soft = "#aeb6b9";
    t.line = "#46565f";
    t.accent = "#d98a1f";
    t.accentText = "#f0b45c";
    t.onAccent = "#17222b";
    t.holds = "#93c48c";
    t.near = "#eaa844";
    t.fails = "#f09a84";
    t.info = "#85bfdd";
    t.bar = "#0f181f";
    t.barText = "#efe6d6";
    t.barSoft = "#9aa6ab";
    t.wood = "#b99867";
    t.woodEdge = "#a98757";
    t.woodEnd = "#947248";
    t.grain = "#6d5230";
    t.steel = "#93a0ab";
    return t;
}

/// Black and white printers: greys only, told apart by hatch and line.
Theme paperTheme() {
    Theme t = day();
    t.name = ThemeName::paper;
    t.paper = t.surface = t.raised = "#ffffff";
    t.ink = "#000000";
    t.soft = "#444444";
    t.line = "#999999";
    t.accent = t.accentText = t.info = t.holds = t.near = t.fails = "#000000";
    t.onAccent = "#ffffff";
    t.wood = "#f4f4f4";
    t.woodEdge = "#e9e9e9";
    t.woodEnd = "#dadada";
    t.grain = "#b5b5b5";
    t.steel = "#777777";
    return t;
}

QColor alpha(QColor c, int a) {
    c.setAlpha(a);
    return c;
}

ThemeName g_current = ThemeName::day;

} // namespace

QColor Theme::of(Status status) const {
    switch (status) {
    case Status::holds:
        return holds;
    case Status::tight:
        return near;
    case Status::fails:
        return fails;
    case Status::unknown:
        break;
    }
    return soft;
}

namespace {
/// Things that stand on a piece, in turn.
QColor itemColour(std::size_t i, bool print) {
    static constexpr std::array<const char*, 4> printed{"#bdbdbd", "#9d9d9d", "#d0d0d0", "#adadad"};
    static constexpr std::array<const char*, 4> shown{"#4f6f78", "#a45a4b", "#70815d", "#8a6f8a"};
    return {(print ? printed : shown).at(i)};
}
} // namespace

QColor Theme::of(Tone tone) const {
    const bool dark = name == ThemeName::dusk;
    const bool print = name == ThemeName::paper;
    switch (tone) {
    case Tone::none:
        return Qt::transparent;
    case Tone::wall:
    case Tone::paper:
        return surface;
    case Tone::cover:
        return print ? QColor("#eeeeee") : dark ? QColor("#5a6a73") : QColor("#e6dcc8");
    case Tone::stud:
        return print ? QColor("#ececec") : alpha(wood, dark ? 60 : 110);
    case Tone::floor:
        return print ? QColor("#f0f0f0") : dark ? QColor("#2c3c46") : QColor("#efe5d0");
    case Tone::furniture:
        return print ? QColor("#f7f7f7") : dark ? QColor("#394a55") : QColor("#dde2de");
    case Tone::furnitureLine:
        return print ? QColor("#aaaaaa") : dark ? QColor("#5b6d78") : QColor("#a9b4b1");
    case Tone::person:
        return print ? QColor("#eeeeee") : alpha(QColor(dark ? "#8fa3ac" : "#8fa3a0"), dark ? 50 : 60);
    case Tone::woodFace:
        return wood;
    case Tone::woodEdge:
        return woodEdge;
    case Tone::woodEnd:
        return woodEnd;
    case Tone::steel:
        return steel;
    case Tone::masonry:
        return QColor("#c9a58f");
    case Tone::outline:
        return print ? QColor("#000000") : dark ? QColor("#e2cfa8") : QColor("#7d5f31");
    case Tone::hidden:
    case Tone::soft:
        return soft;
    case Tone::ghost:
        return print ? QColor("#ffffff") : alpha(wood, dark ? 50 : 80);
    case Tone::guide:
    case Tone::dim:
        return tone == Tone::dim ? ink : line;
    case Tone::goodBand:
        return print ? QColor("#f2f2f2") : alpha(QColor("#7fb27a"), dark ? 60 : 70);
    case Tone::wireBand:
        return print ? QColor("#e8e8e8") : alpha(QColor("#d9705a"), dark ? 55 : 45);
    case Tone::cableBand:
        return print ? QColor("#f4f4f4") : alpha(QColor("#d9705a"), dark ? 24 : 18);
    case Tone::outlet:
        return print || !dark ? QColor("#ffffff") : QColor("#4a5a64");
    case Tone::item1:
    case Tone::item2:
    case Tone::item3:
    case Tone::item4:
        return itemColour(static_cast<std::size_t>(tone) - static_cast<std::size_t>(Tone::item1), print);
    case Tone::load:
    case Tone::info:
    case Tone::sagNow:
        return info;
    case Tone::accent:
        return accent;
    case Tone::holds:
        return holds;
    case Tone::near:
    case Tone::sagLater:
        return print && tone == Tone::sagLater ? ink : near;
    case Tone::fails:
    case Tone::limit:
        return fails;
    case Tone::text:
        return ink;
    case Tone::kerf:
        return print ? QColor("#000000") : dark ? QColor("#0f181f") : QColor("#5b4a30");
    case Tone::waste:
        return print ? QColor("#ffffff") : dark ? QColor("#2a3943") : QColor("#f3ead7");
    case Tone::offcut:
        return print ? QColor("#ffffff") : dark ? QColor("#3b4a3c") : QColor("#dfe6cf");
    case Tone::fresh:
        return print ? QColor("#cfcfcf") : QColor("#e6a94e");
    }
    return ink;
}

QString Theme::styleSheet() const {
    return QStringLiteral(R"(
* { font-family: 'Inter', 'Inter Display', sans-serif; }
QMainWindow, QWidget#centre, QScrollArea, QWidget#notesBody { background: %1; }
QWidget { color: %2; font-size: 13px; }
QMenuBar { background: %1; padding: 1px 10px; } QMenuBar::item { padding: 3px 9px; background: transparent; border-radius: 5px; }
QMenuBar::item:selected { background: %7; }
QMenu { background: %3; border: 1px solid %4; padding: 4px; } QMenu::item { padding: 4px 26px 4px 14px; border-radius: 4px; }
QMenu::item:selected { background: %7; } QMenu::item:disabled { color: %5; } QMenu::separator { height: 1px; background: %4; margin: 4px 8px; }
QLabel#title { font-size: 21px; font-weight: 700; } QLabel#subtitle { color: %5; } QLabel#heading { font-weight: 700; padding-top: 6px; }
QLabel#fieldLabel { color: %5; font-size: 12px; } QLabel#help { color: %5; font-size: 11px; } QLabel#wrong { color: %9; font-size: 11px; }
QLineEdit, QComboBox { background: %3; border: 1px solid %4; border-radius: 6px; padding: 2px 7px; min-height: 20px; selection-background-color: %6; selection-color: %8; }
QLineEdit:focus, QComboBox:focus { border: 2px solid %6; padding: 1px 6px; }
QLineEdit[wrong="true"] { border: 2px solid %9; padding: 1px 6px; }
QComboBox::drop-down { border: 0; width: 16px; } QComboBox QAbstractItemView { background: %3; border: 1px solid %4; selection-background-color: %7; selection-color: %2; }
QPushButton { background: %7; border: 1px solid %6; border-radius: 11px; padding: 2px 11px; min-height: 18px; color: %10; font-weight: 600; font-size: 12px; text-align: left; }
QPushButton:hover { background: %6; color: %8; } QPushButton:focus { border: 2px solid %6; padding: 1px 10px; } QPushButton:disabled { color: %5; border-color: %4; background: %1; }
QPushButton#plain { background: transparent; border-color: %4; color: %2; font-weight: 400; } QPushButton#plain:hover { background: %7; }
QPushButton#tab { border: 0; background: transparent; color: %5; font-weight: 600; } QPushButton#tab:hover { color: %2; background: %7; }
QPushButton#tabChosen { border: 0; background: %7; color: %2; font-weight: 700; }
QPushButton#group { border: 0; background: transparent; padding: 0; } QPushButton#group QLabel { background: transparent; color: %2; font-size: 13px; font-weight: 700; } QPushButton#group:hover QLabel { color: %10; }
QPushButton#link { border: 0; background: transparent; color: %11; padding-left: 2px; } QPushButton#link:hover { text-decoration: underline; }
QCheckBox { spacing: 7px; } QCheckBox:focus { color: %10; }
QFrame#card { background: %3; border: 1px solid %4; border-radius: 8px; } QLabel#cardTitle { font-weight: 700; }
QLabel#cardText { color: %5; font-size: 12px; }
QTableWidget { background: transparent; border: 0; gridline-color: transparent; alternate-background-color: transparent; selection-background-color: %7; selection-color: %2; }
QTableWidget::item { padding: 0 6px; border: 0; } QTableWidget::item:selected { background: %7; color: %2; }
QTableWidget::indicator, QCheckBox::indicator { width: 13px; height: 13px; border: 1px solid %4; border-radius: 3px; background: %3; }
QTableWidget::indicator:checked, QCheckBox::indicator:checked { background: %6; border-color: %6; }
QTableCornerButton::section { background: transparent; border: 0; } QWidget#perch { background: %1; }
QHeaderView { background: transparent; } QHeaderView::section { background: transparent; border: 0; color: %5; font-size: 11px; padding: 1px 6px; }
QScrollBar:vertical { background: transparent; width: 9px; } QScrollBar::handle:vertical { background: %4; border-radius: 4px; min-height: 24px; }
QScrollBar:horizontal { background: transparent; height: 9px; } QScrollBar::handle:horizontal { background: %4; border-radius: 4px; min-width: 24px; }
QScrollBar::add-line, QScrollBar::sub-line { width: 0; height: 0; } QScrollBar::add-page, QScrollBar::sub-page { background: transparent; }
QFrame#popup { background: %3; border: 1px solid %6; border-radius: 10px; }
QLabel#longMessage { background: %3; border: 1px solid %6; border-radius: 8px; padding: 8px 12px; }
QListWidget { background: transparent; border: 0; } QListWidget::item { padding: 4px 8px; border-radius: 5px; } QListWidget::item:selected { background: %7; color: %2; }
QSlider::groove:horizontal { height: 3px; background: %4; border-radius: 1px; } QSlider::handle:horizontal { width: 14px; margin: -6px 0; border-radius: 7px; background: %6; }
QSlider:focus { border: 1px solid %6; border-radius: 6px; }
QToolTip { background: %3; color: %2; border: 1px solid %4; padding: 4px; }
QDialog { background: %1; }
QFrame#rule { background: %4; } QFrame#banner, QFrame#notice { background: %7; border-bottom: 1px solid %6; }
QFrame#notice { border-left: 4px solid %6; }
)")
        .arg(paper.name(), ink.name(), surface.name(), line.name(), soft.name(), accent.name(), raised.name(),
             onAccent.name(), fails.name())
        .arg(accentText.name(), info.name());
}

const Theme& theme(ThemeName name) {
    static const Theme d = day();
    static const Theme n = dusk();
    static const Theme p = paperTheme();
    return name == ThemeName::day ? d : name == ThemeName::dusk ? n : p;
}

const Theme& currentTheme() {
    return theme(g_current);
}
void setCurrentTheme(ThemeName name) {
    g_current = name;
}

QFont uiFont(int px, bool bold) {
    QFont f;
    f.setFamilies({"Inter", "Inter Display", "sans-serif"});
    f.setPixelSize(px);
    f.setWeight(bold ? QFont::DemiBold : QFont::Normal);
    return f;
}

double contrast(const QColor& a, const QColor& b) {
    const auto luminance = [](const QColor& c) {
        const auto part = [](double v) {
            return v <= 0.03928 ? v / 12.92 : std::pow((v + 0.055) / 1.055, 2.4);
        };
        return 0.2126 * part(c.redF()) + 0.7152 * part(c.greenF()) + 0.0722 * part(c.blueF());
    };
    const double x = luminance(a);
    const double y = luminance(b);
    return (std::max(x, y) + 0.05) / (std::min(x, y) + 0.05);
}

} // namespace owl
