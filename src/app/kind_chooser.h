#pragma once
// The kinds of piece as drawings to choose from: in the empty window and when a piece is added.

#include "shop/shop.h"

#include <QDialog>
#include <QPushButton>
#include <functional>
#include <memory>

namespace owl {

struct Drawing;
struct KindInfo;
struct ToolChoice;

/// One kind: its drawing, made when it is first looked at, its name and what it is for.
class KindTile : public QPushButton {
    Q_OBJECT
  public:
    /// `shop` must live as long as the tile. `lacking`: tools it asks for that are not there, in words.
    KindTile(const KindInfo& info, const Shop& shop, const QString& lacking);

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    QString kind_, name_, about_, tools_, lacking_;
    const Shop& shop_;
    std::shared_ptr<Drawing> drawing_;
};

/// All kinds side by side; a click gives the kind's id.
QWidget* kindTiles(const Shop& shop, const ToolChoice& tools, const QString& namePrefix,
                   std::function<void(const QString&)> chosen);

/// 'What are you adding?' with all kinds.
class KindChooser : public QDialog {
    Q_OBJECT
  public:
    KindChooser(const Shop& shop, const ToolChoice& tools, std::function<void(const QString&)> chosen,
                QWidget* parent);
};

} // namespace owl
