#include "app/kind_chooser.h"

#include "app/draw.h"
#include "app/text_label.h"
#include "app/theme.h"
#include "app/words.h"
#include "drawing/views.h"
#include "plan/tools.h"
#include "project/project.h"

#include <QPainter>
#include <QScrollArea>
#include <QVBoxLayout>

namespace owl {
namespace {

constexpr int tileWide = 240, tileHigh = 200, tileGap = 12; // px

Drawing drawingOf(const std::string& kind, const Shop& shop) {
    Drawing d;
    if (const auto sample = newProject(kind, Units::metric)) {
        const Plan p = plan(*sample, shop, catalog());
        PieceViewOptions o;
        o.labels = false;
        d = pieceView(*sample, p, sample->pieces.front().id, o);
        d.marginLeft = d.marginRight = d.marginTop = d.marginBottom = 8;
    }
    return d;
}

} // namespace

KindTile::KindTile(const KindInfo& info, const Shop& shop, const QString& lacking)
    : kind_(words(info.id)), name_(words(info.name)), about_(words(info.about)), tools_(words(info.tools)),
      lacking_(lacking), shop_(shop) {
    // The sheet's buttons are low and padded; a tile has the size its grid gives it.
    setStyleSheet("min-width:0;max-width:2000px;min-height:0;max-height:2000px;padding:0");
    const QString needs = lacking_.isEmpty() ? tr("Tools: %1.").arg(tools_)
                                             : tr("Tools: %1. Not in your shop: %2.").arg(tools_, lacking_);
    setAccessibleName(name_);
    setAccessibleDescription(about_ + " " + needs);
    setToolTip(QString(about_ + ".\n" + needs).toHtmlEscaped());
    setCursor(Qt::PointingHandCursor);
}

void KindTile::paintEvent(QPaintEvent*) {
    if (!drawing_)
        drawing_ = std::make_shared<Drawing>(drawingOf(kind_.toStdString(), shop_));
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Theme& t = currentTheme();
    const bool lit = underMouse() || hasFocus();
    p.setBrush(t.surface);
    p.setPen(QPen(lit ? t.accent : t.line, lit ? 2 : 1));
    p.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 10, 10);
    paintDrawing(p, *drawing_, QRectF(12, 8, width() - 24, 84), t);
    p.setPen(t.ink);
    p.setFont(uiFont(13, true));
    p.drawText(QRectF(0, 94, width(), 22), Qt::AlignCenter, name_);
    p.setPen(t.soft);
    p.setFont(uiFont(11));
    p.drawText(QRectF(12, 116, width() - 24, 46), Qt::AlignHCenter | Qt::AlignTop | Qt::TextWordWrap, about_);
    p.setPen(lacking_.isEmpty() ? t.soft : t.near);
    p.drawText(QRectF(12, 162, width() - 24, 32), Qt::AlignHCenter | Qt::AlignBottom | Qt::TextWordWrap,
               lacking_.isEmpty() ? tr("needs %1").arg(tools_) : tr("not in your shop: %1").arg(lacking_));
}

namespace {

/// Tiles in as many columns as there is room for.
class TileGrid : public QWidget {
  public:
    explicit TileGrid(std::vector<KindTile*> tiles) : tiles_(std::move(tiles)) {
        for (auto* t : tiles_)
            t->setParent(this);
        setMinimumWidth(tileWide);
    }
    static int wide(int columns) { return columns * tileWide + (columns - 1) * tileGap; }
    [[nodiscard]] int high(int columns) const {
        const int rows = (static_cast<int>(tiles_.size()) + columns - 1) / columns;
        return rows * tileHigh + std::max(0, rows - 1) * tileGap;
    }

  protected:
    void resizeEvent(QResizeEvent*) override {
        const int columns = std::clamp((width() + tileGap) / (tileWide + tileGap), 1,
                                       std::max(1, static_cast<int>(tiles_.size())));
        const int left = (width() - wide(columns)) / 2;
        int n = 0;
        for (auto* t : tiles_) {
            t->setGeometry(left + n % columns * (tileWide + tileGap), n / columns * (tileHigh + tileGap),
                           tileWide, tileHigh);
            ++n;
        }
        setMinimumHeight(high(columns));
    }

  private:
    std::vector<KindTile*> tiles_;
};

} // namespace

QWidget* kindTiles(const Shop& shop, const ToolChoice& tools, const QString& namePrefix,
                   std::function<void(const QString&)> chosen) {
    std::vector<KindTile*> tiles;
    for (const auto& info : knownKinds()) {
        QStringList missing;
        for (const Tool* t : lacking(info.tools, tools, catalog()))
            missing += words(t->name);
        auto* tile = new KindTile(info, shop, missing.join(", "));
        tile->setObjectName(namePrefix + words(info.id));
        QObject::connect(tile, &QPushButton::clicked, tile,
                         [chosen, kind = words(info.id)] { chosen(kind); });
        tiles.push_back(tile);
    }
    constexpr int columns = 4;
    auto* grid = new TileGrid(std::move(tiles));
    auto* scroll = new QScrollArea;
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setWidget(grid);
    scroll->viewport()->setAutoFillBackground(false); // the page shows between the tiles
    grid->setAutoFillBackground(false);
    scroll->setMinimumWidth(tileWide + 20);
    scroll->setMinimumHeight(tileHigh);
    scroll->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    scroll->setMaximumHeight(grid->high(columns) + 4);
    return scroll;
}

KindChooser::KindChooser(const Shop& shop, const ToolChoice& tools,
                         std::function<void(const QString&)> chosen, QWidget* parent)
    : QDialog(parent) {
    setObjectName("kindChooser");
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Add a piece"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 20);
    auto* ask = new TextLabel(tr("What comes onto the wall?"));
    ask->setObjectName("title");
    column->addWidget(ask);
    column->addWidget(kindTiles(shop, tools, "choose:", [this, chosen](const QString& kind) {
        chosen(kind);
        accept();
    }));
    resize(TileGrid::wide(4) + 56, 3 * tileHigh + 110);
}

} // namespace owl
