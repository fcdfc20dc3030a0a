#pragma once
// A button whose caption goes on in the next line where it is longer than the button is wide.

#include "app/text_label.h"

#include <QPushButton>
#include <QStyleOptionButton>
#include <QStylePainter>
#include <QVBoxLayout>

namespace owl {

class FoldingButton : public QPushButton {
  public:
    explicit FoldingButton(QWidget* parent = nullptr)
        : QPushButton(parent), caption_(new TextLabel({}, this)) {
        caption_->setWordWrap(true);
        caption_->setAttribute(Qt::WA_TransparentForMouseEvents);
        caption_->setObjectName("caption");
        auto* column = new QVBoxLayout(this);
        column->setContentsMargins(0, 4, 0, 2);
        column->addWidget(caption_);
        QSizePolicy p(QSizePolicy::Ignored, QSizePolicy::Minimum);
        p.setHeightForWidth(true);
        setSizePolicy(p);
    }
    void setCaption(const QString& text) {
        setText(text); // for those who ask what it is called
        caption_->setText(text);
    }
    [[nodiscard]] bool hasHeightForWidth() const override { return true; }
    [[nodiscard]] int heightForWidth(int width) const override {
        const QMargins m = layout()->contentsMargins();
        return caption_->heightForWidth(width - m.left() - m.right()) + m.top() + m.bottom();
    }
    [[nodiscard]] QSize sizeHint() const override { return {80, heightForWidth(std::max(80, width()))}; }
    [[nodiscard]] QSize minimumSizeHint() const override {
        return {60, heightForWidth(std::max(80, width()))};
    }

  protected:
    void paintEvent(QPaintEvent*) override {
        QStylePainter p(this);
        QStyleOptionButton o;
        initStyleOption(&o);
        o.text.clear(); // the label inside shows it
        p.drawControl(QStyle::CE_PushButton, o);
    }

  private:
    TextLabel* caption_;
};

} // namespace owl
