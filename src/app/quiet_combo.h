#pragma once
#include <QComboBox>

namespace owl {

/// A choice that lets the wheel scroll the panel it stands in, and that shows by dots that its words go on;
/// the whole of them is its tool tip.
class QuietCombo : public QComboBox {
    Q_OBJECT
  public:
    using QComboBox::QComboBox;

  protected:
    void wheelEvent(QWheelEvent* e) override;
    void paintEvent(QPaintEvent* e) override;
    bool event(QEvent* e) override;
};

} // namespace owl
