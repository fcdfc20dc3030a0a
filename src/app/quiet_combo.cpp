#include "app/quiet_combo.h"

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
    const int room =
        style()->subControlRect(QStyle::CC_ComboBox, &o, QStyle::SC_ComboBoxEditField, this).width();
    o.currentText = fontMetrics().elidedText(o.currentText, Qt::ElideRight, room - 4);
    painter.drawControl(QStyle::CE_ComboBoxLabel, o);
}

bool QuietCombo::event(QEvent* e) {
    if (e->type() == QEvent::ToolTip && toolTip().isEmpty()) {
        QToolTip::showText(static_cast<QHelpEvent*>(e)->globalPos(), currentText(), this);
        return true;
    }
    return QComboBox::event(e);
}

} // namespace owl
