#pragma once
// A line to type into that leaves the window's shortcuts to the window.

#include <QKeyEvent>
#include <QLineEdit>
#include <algorithm>
#include <array>

namespace owl {

/// Ctrl with a letter is the window's, but for what every line does with A, C, V, X, Y and Z: on some
/// desktops a line would take Ctrl+U or Ctrl+K as 'delete all of it'.
class TypeLine : public QLineEdit {
  public:
    using QLineEdit::QLineEdit;

  protected:
    bool event(QEvent* e) override {
        if (e->type() == QEvent::ShortcutOverride) {
            const auto* key = static_cast<QKeyEvent*>(e);
            const bool letter = key->key() >= Qt::Key_A && key->key() <= Qt::Key_Z;
            constexpr std::array own{Qt::Key_A, Qt::Key_C, Qt::Key_V, Qt::Key_X, Qt::Key_Y, Qt::Key_Z};
            if (letter && key->modifiers().testFlag(Qt::ControlModifier) &&
                std::find(own.begin(), own.end(), key->key()) == own.end()) {
                e->ignore();
                return false;
            }
        }
        return QLineEdit::event(e);
    }
};

} // namespace owl
