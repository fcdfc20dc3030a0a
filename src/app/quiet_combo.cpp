#include "app/quiet_combo.h"

#include "app/text_label.h"
#include "app/theme.h"

#include <QHelpEvent>
#include <QStyleOptionComboBox>
#include <QStylePainter>
#include <QToolTip>
#include <QWheelEvent>

namespace owl {

void QuietCombo::wheelEvent(QWheelEvent* e) {
    e->ignore();
}

void QuietCombo::paintEvent(QPaintEvent*) {
    QStylePainter painter(this);
    QStyleOptionComboBox o;
    initStyleOption(&o);
    painter.drawComplexControl(QStyle::CC_ComboBox, o);
    const QRect words = style()->subControlRect(QStyle::CC_ComboBox, &o, QStyle::SC_ComboBoxEditField, this);
    o.currentText = fontMetrics().elidedText(o.currentText, Qt::ElideRight, words.width());
    painter.drawControl(QStyle::CE_ComboBoxLabel, o);
    // The sign that there is a list behind it: without it a choice looks like a number to type.
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(currentTheme().soft, 1.5, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    const QPointF tip(width() - 12, height() / 2.0 + 2);
    painter.drawPolyline(QPolygonF({tip + QPointF(-4, -4), tip, tip + QPointF(4, -4)}));
}

bool QuietCombo::event(QEvent* e) {
    if (e->type() == QEvent::ToolTip && toolTip().isEmpty()) {
        QToolTip::showText(static_cast<QHelpEvent*>(e)->globalPos(), plainTip(currentText()), this);
        return true;
    }
    return QComboBox::event(e);
}

} // namespace owl
