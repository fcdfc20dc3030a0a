#include "app/edge_sketch.h"

#include "app/theme.h"

#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

namespace owl {
namespace {

constexpr int places = 33; // even places along the edge: a reading every 28 mm on a board of 900
constexpr double leastChange =
    0.6; // mm: what lies nearer to the line between its neighbours says nothing new

} // namespace

EdgeSketch::EdgeSketch(Length length, Length depth, const std::vector<std::array<double, 2>>& readings)
    : length_(std::max(1.0, length.mm())), depth_(std::max(1.0, depth.mm())), back_(places, 0.0) {
    setFixedHeight(92);
    setCursor(Qt::CrossCursor);
    setToolTip(tr("Drag along the edge as the bark runs: what is left of the board stands above the line."));
    for (int i = 0; i < places && !readings.empty(); ++i) {
        const double x = length_ * i / (places - 1);
        const auto next =
            std::find_if(readings.begin(), readings.end(), [&](const auto& r) { return r[0] >= x; });
        double v = 0;
        if (next == readings.begin())
            v = readings.front()[1];
        else if (next == readings.end())
            v = readings.back()[1];
        else {
            const auto& p = *(next - 1);
            const double part = (*next)[0] > p[0] ? (x - p[0]) / ((*next)[0] - p[0]) : 0;
            v = p[1] + part * ((*next)[1] - p[1]);
        }
        back_[static_cast<std::size_t>(i)] = v;
    }
    deepest_ =
        std::max({20.0, std::min(depth_ * 0.5, 60.0), *std::max_element(back_.begin(), back_.end()) * 1.1});
}

QRectF EdgeSketch::board() const {
    return QRectF(rect()).adjusted(4, 4, -34, -6);
}

QString EdgeSketch::text() const {
    std::vector<std::size_t> kept{0};
    // Where the edge bends: a place is left out while the line past it stays near all that it skips.
    for (std::size_t i = 1; i + 1 < back_.size(); ++i) {
        const std::size_t from = kept.back();
        for (std::size_t k = from + 1; k <= i; ++k) {
            const double part = static_cast<double>(k - from) / static_cast<double>(i + 1 - from);
            if (std::abs(back_[from] + part * (back_[i + 1] - back_[from]) - back_[k]) > leastChange) {
                kept.push_back(i);
                break;
            }
        }
    }
    kept.push_back(back_.size() - 1);
    if (std::all_of(back_.begin(), back_.end(), [](double b) { return b < 0.5; }))
        return {};
    QStringList out;
    for (const std::size_t i : kept)
        out += QString("%1 %2")
                   .arg(std::lround(length_ * static_cast<double>(i) / (places - 1)))
                   .arg(std::lround(back_[i]));
    return out.join(", ");
}

void EdgeSketch::paintEvent(QPaintEvent*) {
    const Theme& t = currentTheme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF b = board();
    p.setPen(Qt::NoPen);
    p.setBrush(t.line);
    p.setOpacity(0.4);
    p.drawRect(b);
    p.setOpacity(1);
    QPainterPath wood;
    wood.moveTo(b.topLeft());
    for (int i = 0; i < places; ++i)
        wood.lineTo(b.left() + b.width() * i / (places - 1),
                    b.bottom() - b.height() * back_[static_cast<std::size_t>(i)] / deepest_);
    wood.lineTo(b.topRight());
    wood.closeSubpath();
    p.setBrush(t.wood);
    p.setPen(QPen(t.woodEdge, 1.4));
    p.drawPath(wood);
    p.setPen(t.soft);
    p.setFont(uiFont(11));
    p.drawText(QRectF(b.right() + 4, b.bottom() - 14, 30, 14), Qt::AlignLeft | Qt::AlignVCenter, "0");
    p.drawText(QRectF(b.right() + 4, b.top(), 30, 14), Qt::AlignLeft | Qt::AlignVCenter,
               QString::number(std::lround(deepest_)));
}

void EdgeSketch::drawTo(const QPointF& at) {
    const QRectF b = board();
    const double share = std::clamp((at.x() - b.left()) / b.width(), 0.0, 1.0);
    const int now = static_cast<int>(std::lround(share * (places - 1)));
    const double back =
        std::clamp((b.bottom() - at.y()) / b.height(), 0.0, 1.0) * std::min(deepest_, depth_ * 0.9);
    const int from = last_ < 0 ? now : last_;
    for (int i = std::min(from, now); i <= std::max(from, now); ++i) {
        const double part = from == now ? 1 : static_cast<double>(i - from) / (now - from);
        back_[static_cast<std::size_t>(i)] = (last_ < 0 ? back : lastBack_) * (1 - part) + back * part;
    }
    last_ = now;
    lastBack_ = back;
    update();
}

void EdgeSketch::mousePressEvent(QMouseEvent* event) {
    if (event->button() == Qt::LeftButton)
        drawTo(event->position());
}
void EdgeSketch::mouseMoveEvent(QMouseEvent* event) {
    if (event->buttons() & Qt::LeftButton)
        drawTo(event->position());
}
void EdgeSketch::mouseReleaseEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton || last_ < 0)
        return;
    last_ = -1;
    if (const auto tell = onDrawn) // the panel may be built anew by the answer, and this with it
        tell(text());
}

} // namespace owl
