#pragma once
// Small frames over the window: the working card, the finder, the list of shortcuts.

#include "strength/check.h"

#include <QFrame>
#include <functional>

class QAction;
class QLineEdit;
class QListWidget;

namespace owl {

/// Formula, the numbers put in, the result, the source, what was assumed.
class WorkingCard : public QFrame {
    Q_OBJECT
  public:
    explicit WorkingCard(QWidget* parent);
    void show(const QString& title, const Working& working, const QPoint& globalPos);
    [[nodiscard]] QString text() const { return text_; }

  private:
    QString text_;
};

/// Type a few letters, choose, Enter.
class Finder : public QFrame {
    Q_OBJECT
  public:
    struct Entry {
        QString label, hint;
        std::function<void()> run;
    };
    explicit Finder(QWidget* parent);
    void open(std::vector<Entry> entries);
    [[nodiscard]] QLineEdit* input() const { return input_; }
    [[nodiscard]] QListWidget* list() const { return list_; }

  protected:
    bool eventFilter(QObject*, QEvent*) override;

  private:
    void filter();
    void run();
    std::vector<Entry> entries_;
    std::vector<std::size_t> shown_;
    QLineEdit* input_;
    QListWidget* list_;
};

} // namespace owl
