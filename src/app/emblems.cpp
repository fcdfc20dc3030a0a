// The program's own marks: the verdict's feather and the owl.
#include "app/draw.h"

#include <QPainterPath>

namespace owl {

void paintFeather(QPainter& p, const QRectF& box, Status status, const QColor& colour) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.translate(box.topLeft());
    p.scale(box.width() / 16, box.height() / 16);
    QPainterPath vane;
    vane.moveTo(3.2, 13);
    vane.cubicTo(2.2, 8, 5.5, 2.5, 14, 1.2);
    vane.cubicTo(13.8, 7.5, 9.8, 12.5, 5.2, 12.2);
    vane.closeSubpath();
    const QPen quill(colour, 1.2, Qt::SolidLine, Qt::RoundCap);
    if (status == Status::fails) { // broken: the upper half has come off and slipped
        p.save();
        p.setClipRect(QRectF(-2, 8.2, 20, 10));
        p.fillPath(vane, colour);
        p.restore();
        p.save();
        p.translate(2.2, -1.0);
        p.rotate(7);
        p.setClipRect(QRectF(-2, -4, 20, 10.4));
        p.fillPath(vane, colour);
        p.restore();
    } else if (status == Status::tight) { // half: one side of the quill only
        QPainterPath half;
        half.moveTo(3.2, 13);
        half.cubicTo(2.2, 8, 5.5, 2.5, 14, 1.2);
        half.closeSubpath();
        p.fillPath(half, colour);
        p.strokePath(vane, QPen(colour, 1));
    } else if (status == Status::holds) {
        p.fillPath(vane, colour);
    } else {
        p.strokePath(vane, QPen(colour, 1.1));
    }
    p.setPen(quill);
    p.drawLine(QPointF(1.6, 15), QPointF(4.6, 11));
    p.restore();
}

void paintOwl(QPainter& p, const QRectF& box, const Theme& t) {
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.translate(box.topLeft());
    p.scale(box.width() / 100, box.height() / 100);
    p.setPen(Qt::NoPen);
    QPainterPath body; // upright: an egg with two ear tufts
    body.moveTo(50, 92);
    body.cubicTo(24, 92, 18, 68, 20, 46);
    body.cubicTo(21, 34, 24, 26, 22, 12);
    body.cubicTo(32, 16, 38, 20, 50, 20);
    body.cubicTo(62, 20, 68, 16, 78, 12);
    body.cubicTo(76, 26, 79, 34, 80, 46);
    body.cubicTo(82, 68, 76, 92, 50, 92);
    p.fillPath(body, t.name == ThemeName::dusk ? QColor("#8b7350") : QColor("#8a6a3a"));
    QPainterPath breast;
    breast.addEllipse(QPointF(50, 68), 18, 21);
    p.fillPath(breast, t.wood);
    p.setPen(QPen(t.grain, 1.6, Qt::SolidLine, Qt::RoundCap));
    for (int row = 0; row < 3; ++row)
        for (int i = -1 - row % 2; i <= 1 + row % 2; ++i)
            p.drawArc(QRectF(46 + i * 9.0, 56 + row * 9.0, 8, 7), 200 * 16, 140 * 16);
    p.setPen(Qt::NoPen);
    for (double x : {37.0, 63.0}) {
        p.setBrush(QColor("#fffaf0"));
        p.drawEllipse(QPointF(x, 37), 12.5, 12.5);
        p.setBrush(t.accent);
        p.drawEllipse(QPointF(x, 37), 8.2, 8.2);
        p.setBrush(QColor("#22303a"));
        p.drawEllipse(QPointF(x, 37), 4.6, 4.6);
        p.setBrush(QColor("#fffaf0"));
        p.drawEllipse(QPointF(x + 1.6, 35.2), 1.4, 1.4);
    }
    p.setBrush(t.accent);
    p.drawPolygon(QPolygonF{QPointF(46.5, 43), QPointF(53.5, 43), QPointF(50, 51)});
    p.setBrush(t.wood); // the shelf it sits on
    p.setPen(QPen(t.of(Tone::outline), 1.4));
    p.drawRoundedRect(QRectF(6, 90, 88, 8), 1.5, 1.5);
    p.restore();
}

} // namespace owl
