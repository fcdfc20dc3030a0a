#pragma once
// What went wrong and matters: it stands across the window, whole, until somebody has read it.

#include <QFrame>
#include <QStringList>

class QVBoxLayout;

namespace owl {

class Notice : public QFrame {
    Q_OBJECT
  public:
    explicit Notice(QWidget* parent = nullptr);
    /// Adds a sentence; one that stands there already is not said twice, and the oldest gives way to a sixth.
    void tell(const QString& sentence);
    /// Takes a sentence away that has become untrue.
    void takeBack(const QString& sentence);
    [[nodiscard]] const QStringList& sentences() const { return sentences_; }

  private:
    void fill();
    QStringList sentences_;
    QVBoxLayout* column_ = nullptr;
};

} // namespace owl
