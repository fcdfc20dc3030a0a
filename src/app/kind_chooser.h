#pragma once
// The kinds of piece as drawings to choose from: in the empty window and when a piece is added.

#include "shop/shop.h"

#include <QDialog>
#include <QPushButton>
#include <functional>
#include <memory>

namespace owl {

struct Drawing;

/// One kind: its drawing, made when it is first looked at, its name and what it is for.
class KindTile : public QPushButton {
    Q_OBJECT
  public:
    /// `shop` must live as long as the tile.
    KindTile(const QString& kind, const QString& name, const QString& about, const Shop& shop);

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    QString kind_, name_, about_;
    const Shop& shop_;
    std::shared_ptr<Drawing> drawing_;
};

/// All kinds side by side; a click gives the kind's id.
QWidget* kindTiles(const Shop& shop, const QString& namePrefix, std::function<void(const QString&)> chosen);

/// 'What are you adding?' with all kinds.
class KindChooser : public QDialog {
    Q_OBJECT
  public:
    KindChooser(const Shop& shop, std::function<void(const QString&)> chosen, QWidget* parent);
};

} // namespace owl
