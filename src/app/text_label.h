#pragma once
// What people typed is text wherever it is shown: no mark in it means anything.

#include <QLabel>
#include <QTextDocument>

namespace owl {

/// A label that shows its letters as they are.
class TextLabel : public QLabel {
  public:
    explicit TextLabel(const QString& text = {}, QWidget* parent = nullptr) : QLabel(parent) {
        setTextFormat(Qt::PlainText); // before there is a text that could be taken for something else
        setText(text);
    }
};

/// For tips, which have no format of their own: letters that would be taken for marks are written out.
inline QString plainTip(const QString& text) {
    return Qt::mightBeRichText(text) ? Qt::convertFromPlainText(text) : text;
}

/// For buttons and menus: an ampersand stays one, instead of underlining the letter after it.
inline QString plainCaption(QString text) {
    return text.replace('&', QLatin1String("&&"));
}

} // namespace owl
