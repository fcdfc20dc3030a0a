#include "app/notice.h"

#include "app/text_label.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <QVBoxLayout>

namespace owl {
namespace {

constexpr int mostSentences = 5;

} // namespace

Notice::Notice(QWidget* parent) : QFrame(parent), column_(new QVBoxLayout(this)) {
    setObjectName("notice");
    setAccessibleName(tr("What went wrong"));
    column_->setContentsMargins(16, 5, 10, 5);
    column_->setSpacing(2);
    hide();
}

void Notice::tell(const QString& sentence) {
    if (sentence.isEmpty() || sentences_.contains(sentence))
        return;
    sentences_ << sentence;
    while (sentences_.size() > mostSentences)
        sentences_.removeFirst();
    fill();
}

void Notice::takeBack(const QString& sentence) {
    if (sentences_.removeAll(sentence) > 0)
        fill();
}

void Notice::fill() {
    while (QLayoutItem* item = column_->takeAt(0)) {
        if (item->widget())
            item->widget()->deleteLater();
        delete item;
    }
    for (const QString& s : sentences_) {
        auto* line = new QWidget;
        auto* row = new QHBoxLayout(line);
        row->setContentsMargins(0, 0, 0, 0);
        auto* label = new TextLabel(s);
        label->setObjectName("noticeText");
        label->setWordWrap(true);
        label->setTextInteractionFlags(Qt::TextSelectableByMouse);
        auto* seen = new QPushButton(tr("Seen"));
        seen->setObjectName("seen");
        connect(seen, &QPushButton::clicked, this, [this, s] { takeBack(s); });
        row->addWidget(label, 1);
        row->addWidget(seen, 0, Qt::AlignTop);
        column_->addWidget(line);
    }
    setVisible(!sentences_.isEmpty());
}

} // namespace owl
