#include "app/kind_chooser.h"

#include "app/draw.h"
#include "app/theme.h"
#include "drawing/views.h"
#include "plan/tools.h"
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

KindTile::KindTile(const KindInfo& info, const Shop& shop, const QString& lacking)
    : kind_(words(info.id)), name_(words(info.name)), about_(words(info.about)), tools_(words(info.tools)),
      lacking_(lacking), shop_(shop) {
    // the sheet's button height is too low
    setStyleSheet("min-width:250px;max-width:250px;min-height:222px;max-height:222px");
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
    paintDrawing(p, *drawing_, QRectF(12, 10, width() - 24, 104), t);
    p.setPen(t.ink);
    p.setFont(uiFont(13, true));
    p.drawText(QRectF(0, 116, width(), 22), Qt::AlignCenter, name_);
    p.setPen(t.soft);
    p.setFont(uiFont(11));
    p.drawText(QRectF(12, 138, width() - 24, 52), Qt::AlignHCenter | Qt::AlignTop | Qt::TextWordWrap, about_);
    p.setPen(lacking_.isEmpty() ? t.soft : t.near);
    p.drawText(QRectF(12, 182, width() - 24, 34), Qt::AlignHCenter | Qt::AlignBottom | Qt::TextWordWrap,
               lacking_.isEmpty() ? tr("needs %1").arg(tools_) : tr("not in your shop: %1").arg(lacking_));
}

QWidget* kindTiles(const Shop& shop, const ToolChoice& tools, const QString& namePrefix,
                   std::function<void(const QString&)> chosen) {
    auto* box = new QWidget;
    auto* grid = new QGridLayout(box);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setSpacing(12);
    constexpr int columns = 4;
    int n = 0;
    for (const auto& info : knownKinds()) {
        QStringList missing;
        for (const Tool* t : lacking(info.tools, tools, catalog()))
            missing += words(t->name);
        auto* tile = new KindTile(info, shop, missing.join(", "));
        tile->setObjectName(namePrefix + words(info.id));
        QObject::connect(tile, &QPushButton::clicked, box, [chosen, kind = words(info.id)] { chosen(kind); });
        grid->addWidget(tile, n / columns, n % columns);
        ++n;
    }
    return box;
}

KindChooser::KindChooser(const Shop& shop, const ToolChoice& tools,
                         std::function<void(const QString&)> chosen, QWidget* parent)
    : QDialog(parent) {
    setObjectName("kindChooser");
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Add a piece"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(20, 16, 20, 20);
    auto* ask = new QLabel(tr("What comes onto the wall?"));
    ask->setObjectName("title");
    column->addWidget(ask);
    column->addWidget(kindTiles(shop, tools, "choose:", [this, chosen](const QString& kind) {
        chosen(kind);
        accept();
    }));
}

} // namespace owl
