#pragma once
// The trail along the top, the perch at the left, the ledger line at the bottom.

#include "app/document.h"
#include "app/draw.h"
#include "edit/fields.h"

#include <QWidget>
#include <functional>

namespace owl {

/// Nine stations in the order of the work, drawn as the leaves of a folding rule, each with its state.
class Trail : public QWidget {
    Q_OBJECT
  public:
    explicit Trail(QWidget* parent = nullptr);
    void show(const QStringList& states, Station current);
    [[nodiscard]] QRect stationRect(int i) const;
  signals:
    void chosen(owl::Station station);

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;

  private:
    QStringList states_;
    int current_ = 0;
};

/// The pieces of the project as small drawings with their verdict.
class Perch : public QWidget {
    Q_OBJECT
  public:
    explicit Perch(QWidget* parent = nullptr);
    void show(const Project& project, const Plan& plan, const QString& current);
    [[nodiscard]] QRect pieceRect(int i) const;
  signals:
    void chosen(const QString& piece);

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;

  private:
    struct Entry {
        QString id, name, verdict, header; ///< header: the room, above its first piece
        int top = 0;
        Status status = Status::unknown;
        Drawing drawing;
    };
    void step(int by);
    std::vector<Entry> entries_;
    QString current_;
};

/// One line that always holds the answer.
class LedgerLine : public QWidget {
    Q_OBJECT
  public:
    explicit LedgerLine(QWidget* parent = nullptr);
    /// `preview` marks figures that an edit under the pointer would bring.
    void show(const Project& project, const Plan& plan, const QString& piece, bool preview);
    [[nodiscard]] QString text() const;
    std::function<void()> onClick;

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;

  private:
    std::vector<std::pair<QString, QString>> entries_;
    Status status_ = Status::unknown;
    bool preview_ = false;
};

} // namespace owl
