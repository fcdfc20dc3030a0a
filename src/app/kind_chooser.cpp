#include "app/kind_chooser.h"

#include "app/draw.h"
#include "app/theme.h"
#include "drawing/views.h"
#include "project/project.h"

#include <QGridLayout>
#include <QLabel>
#include <QPainter>
#include <QVBoxLayout>

namespace owl {
namespace {

QString words(const std::string& s) {
    return QString::fromStdString(s);
}

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

KindTile::KindTile(const QString& kind, const QString& name, const QString& about, const Shop& shop)
    : kind_(kind), name_(name), about_(about), shop_(shop) {
    // the sheet's button height is too low
    setStyleSheet("min-width:250px;max-width:250px;min-height:196px;max-height:196px");
    setAccessibleName(name);
    setAccessibleDescription(about);
    setToolTip(about.toHtmlEscaped());
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
    paintDrawing(p, *drawing_, QRectF(12, 10, width() - 24, 104), t);
    p.setPen(t.ink);
    p.setFont(uiFont(13, true));
    p.drawText(QRectF(0, 116, width(), 22), Qt::AlignCenter, name_);
    p.setPen(t.soft);
    p.setFont(uiFont(11));
    p.drawText(QRectF(12, 138, width() - 24, 52), Qt::AlignHCenter | Qt::AlignTop | Qt::TextWordWrap, about_);
}

QWidget* kindTiles(const Shop& shop, const QString& namePrefix, std::function<void(const QString&)> chosen) {
    auto* box = new QWidget;
    auto* grid = new QGridLayout(box);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setSpacing(12);
    constexpr int columns = 4;
    int n = 0;
    for (const auto& info : knownKinds()) {
        auto* tile = new KindTile(words(info.id), words(info.name), words(info.about), shop);
        tile->setObjectName(namePrefix + words(info.id));
        QObject::connect(tile, &QPushButton::clicked, box, [chosen, kind = words(info.id)] { chosen(kind); });
        grid->addWidget(tile, n / columns, n % columns);
        ++n;
    }
    return box;
}

KindChooser::KindChooser(const Shop& shop, std::function<void(const QString&)> chosen, QWidget* parent)
    : QDialog(parent) {
    setObjectName("kindChooser");
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Add a piece"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 20);
    auto* ask = new QLabel(tr("What comes onto the wall?"));
    ask->setObjectName("title");
    column->addWidget(ask);
    column->addWidget(kindTiles(shop, "choose:", [this, chosen](const QString& kind) {
        chosen(kind);
        accept();
    }));
}

} // namespace owl
