#include "app/bars.h"

#include "drawing/views.h"
#include "plan/hold_findings.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <cmath>

namespace owl {
namespace {

/// The beginning of a reason, ended at a word; the whole of it stands in the notes.
QString inShort(const QString& reason) {
    constexpr qsizetype most = 44;
    QString text = reason.section(';', 0, 0).section(" (", 0, 0);
    if (text.size() > most)
        text = text.left(std::max<qsizetype>(1, text.lastIndexOf(' ', most))) + " ..";
    return text;
}

} // namespace

// ---------------------------------------------------------------- trail

Trail::Trail(QWidget* parent) : QWidget(parent) {
    setFixedHeight(58);
    setFocusPolicy(Qt::TabFocus);
    setObjectName("trail");
    setAccessibleName(tr("Stations"));
}

void Trail::show(const QStringList& states, Station current) {
    states_ = states;
    current_ = static_cast<int>(current);
    QStringList words;
    for (int i = 0; i < stationCount && i < states_.size(); ++i)
        words << QString(stationName(static_cast<Station>(i))) + ": " + states_[i];
    setAccessibleDescription(words.join("; "));
    update();
}

QRect Trail::stationRect(int i) const {
    const double gap = 4;
    const double w = (width() - 24 - gap * (stationCount - 1)) / stationCount;
    return QRectF(12 + i * (w + gap), 4, w, 50).toAlignedRect();
}

void Trail::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Theme& t = currentTheme();
    for (int i = 0; i < stationCount; ++i) {
        const QRectF r = stationRect(i);
        const bool on = i == current_;
        p.setBrush(on ? t.surface : t.raised);
        p.setPen(QPen(on ? t.accent : t.line, on ? 2 : 1));
        p.drawRoundedRect(r.adjusted(1, 1, -1, -1), 7, 7);
        p.setPen(QPen(t.line, 1)); // the divisions of a folding rule
        for (int k = 1; k < 12; ++k) {
            const double x = r.left() + r.width() * k / 12;
            p.drawLine(QPointF(x, r.bottom() - 2), QPointF(x, r.bottom() - (k % 3 == 0 ? 8 : 5)));
        }
        p.setPen(t.ink);
        p.setFont(uiFont(13, true));
        p.drawText(QRectF(r.left() + 12, r.top() + 5, r.width() - 16, 18), Qt::AlignLeft | Qt::AlignVCenter,
                   tr(stationName(static_cast<Station>(i))));
        p.setPen(t.soft);
        p.setFont(uiFont(11));
        const QString state = i < states_.size() ? states_[i] : QString();
        p.drawText(QRectF(r.left() + 12, r.top() + 22, r.width() - 18, 16), Qt::AlignLeft | Qt::AlignVCenter,
                   p.fontMetrics().elidedText(state, Qt::ElideRight, static_cast<int>(r.width()) - 18));
        if (hasFocus() && on) {
            p.setBrush(Qt::NoBrush);
            p.setPen(QPen(t.accent, 1, Qt::DotLine));
            p.drawRoundedRect(r.adjusted(4, 4, -4, -4), 5, 5);
        }
    }
    for (int i = 0; i + 1 < stationCount; ++i) { // rivets
        const QPointF c(stationRect(i).right() + 3, 29);
        p.setPen(QPen(t.line, 1.2));
        p.setBrush(t.surface);
        p.drawEllipse(c, 5, 5);
        p.setBrush(t.line);
        p.setPen(Qt::NoPen);
        p.drawEllipse(c, 2, 2);
    }
}

void Trail::mousePressEvent(QMouseEvent* e) {
    for (int i = 0; i < stationCount; ++i)
        if (stationRect(i).contains(e->pos()))
            emit chosen(static_cast<Station>(i));
}

void Trail::keyPressEvent(QKeyEvent* e) {
    if (e->key() == Qt::Key_Right && current_ + 1 < stationCount)
        emit chosen(static_cast<Station>(current_ + 1));
    else if (e->key() == Qt::Key_Left && current_ > 0)
        emit chosen(static_cast<Station>(current_ - 1));
    else
        QWidget::keyPressEvent(e);
}

// ---------------------------------------------------------------- perch

Perch::Perch(QWidget* parent) : QWidget(parent) {
    setFocusPolicy(Qt::TabFocus);
    setObjectName("perch");
    setAccessibleName(tr("Pieces of this project"));
}

void Perch::show(const Project& project, const Plan& plan, const QString& current) {
    entries_.clear();
    current_ = current;
    QStringList words;
    std::string room;
    int top = 2;
    for (const auto& piece : project.pieces) {
        const PiecePlan* pp = plan.find(piece.id);
        if (!pp)
            continue;
        Entry e;
        e.id = QString::fromStdString(piece.id);
        e.name = QString::fromStdString(piece.name);
        const SupportVerdict* h = pp->hold();
        const bool made = pp->made.makeable();
        e.status = made && h && h->feasible ? h->verdict.status : Status::fails;
        e.verdict = !made ? tr("cannot be made")
                    : h && h->feasible
                        ? QString("%1 · %2").arg(statusName(e.status),
                                                 QString::fromStdString(marginText(h->verdict.utilisation)))
                        : tr("not held");
        if (const Wall* w = project.findWall(piece.wall); w && project.rooms.size() > 1)
            if (const Room* r = project.findRoom(w->room); r && r->id != room) {
                room = r->id;
                e.header = QString::fromStdString(r->name);
                top += 18;
            }
        e.top = top;
        top += 104;
        e.drawing = thumbnail(project, *pp);
        words << e.name + ": " + e.verdict;
        entries_.push_back(std::move(e));
    }
    setAccessibleDescription(words.join("; "));
    setMinimumHeight(std::max(60, top + 2));
    update();
}

QRect Perch::pieceRect(int i) const {
    const auto k = static_cast<std::size_t>(i);
    return {6, k < entries_.size() ? entries_[k].top : 2 + i * 104, width() - 12, 98};
}

void Perch::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Theme& t = currentTheme();
    for (int i = 0; i < static_cast<int>(entries_.size()); ++i) {
        const Entry& e = entries_[static_cast<std::size_t>(i)];
        const QRectF r = pieceRect(i);
        if (e.id == current_) {
            p.setBrush(t.surface);
            p.setPen(QPen(t.accent, 2, hasFocus() ? Qt::DashLine : Qt::SolidLine));
            p.drawRoundedRect(r.adjusted(1, 1, -1, -1), 9, 9);
        }
        p.setPen(t.ink);
        p.setFont(uiFont(13, true));
        p.drawText(QRectF(r.left() + 12, r.top() + 6, r.width() - 20, 18), Qt::AlignLeft,
                   p.fontMetrics().elidedText(e.name, Qt::ElideRight, static_cast<int>(r.width()) - 24));
        paintDrawing(p, e.drawing, QRectF(r.left() + 8, r.top() + 26, r.width() - 16, 46), t);
        paintFeather(p, QRectF(r.left() + 12, r.bottom() - 22, 14, 14), e.status, t.of(e.status));
        p.setPen(t.soft);
        p.setFont(uiFont(11));
        p.drawText(QRectF(r.left() + 31, r.bottom() - 23, r.width() - 36, 16),
                   Qt::AlignLeft | Qt::AlignVCenter, e.verdict);
        if (!e.header.isEmpty())
            p.drawText(QRectF(r.left() + 2, r.top() - 18, r.width() - 4, 16),
                       Qt::AlignLeft | Qt::AlignVCenter,
                       p.fontMetrics().elidedText(e.header, Qt::ElideRight, static_cast<int>(r.width()) - 4));
    }
}

void Perch::mousePressEvent(QMouseEvent* e) {
    for (int i = 0; i < static_cast<int>(entries_.size()); ++i)
        if (pieceRect(i).contains(e->pos()))
            emit chosen(entries_[static_cast<std::size_t>(i)].id);
}

void Perch::step(int by) {
    for (int i = 0; i < static_cast<int>(entries_.size()); ++i)
        if (entries_[static_cast<std::size_t>(i)].id == current_ && i + by >= 0 &&
            i + by < static_cast<int>(entries_.size())) {
            emit chosen(entries_[static_cast<std::size_t>(i + by)].id);
            return;
        }
}

void Perch::keyPressEvent(QKeyEvent* e) {
    if (e->key() == Qt::Key_Down)
        step(1);
    else if (e->key() == Qt::Key_Up)
        step(-1);
    else
        QWidget::keyPressEvent(e);
}

// ---------------------------------------------------------------- ledger line

LedgerLine::LedgerLine(QWidget* parent) : QWidget(parent) {
    setFixedHeight(36);
    setObjectName("ledger");
    setAccessibleName(tr("The answer so far"));
}

void LedgerLine::show(const Project& project, const Plan& plan, const QString& piece, bool preview) {
    entries_.clear();
    preview_ = preview;
    const PiecePlan* pp = plan.find(piece.toStdString());
    const SupportVerdict* h = pp ? pp->hold() : nullptr;
    const auto words = [](const std::string& s) { return QString::fromStdString(s); };
    status_ = Status::unknown;
    if (const std::string why = pp ? pp->unmakeable() : ""; !why.empty()) {
        status_ = Status::fails;
        entries_.emplace_back(tr("cannot be made"), inShort(words(why)));
    } else if (h && h->feasible) {
        status_ = h->verdict.status;
        const Verdict& v = h->verdict;
        const QString stands = words(marginText(v.standing.utilisation));
        entries_.emplace_back(
            tr(statusName(status_)),
            v.leaning ? tr("margin %1, a hand %2").arg(stands, words(marginText(v.leaning->utilisation)))
                      : tr("margin %1").arg(stands));
        const SagSeen sag = worstSag(*h);
        entries_.emplace_back(tr("sag"), tr("%1 of %2")
                                             .arg(words(formatSmall(sag.sag, project.style)),
                                                  words(formatSmall(sag.limit, project.style))));
        entries_.emplace_back(tr("may carry"),
                              h->carryKg > 0 ? words(carryText(h->carryKg, project.style)) : QString("—"));
    } else if (pp) {
        status_ = Status::fails;
        entries_.emplace_back(tr("not held"), inShort(words(h ? h->refusal : "")));
    }
    if (pp) {
        int boards = 0;
        for (const auto& b : plan.cut.boards)
            boards += b.repeat;
        entries_.emplace_back(tr("wood"), boards == 1 ? tr("1 board") : tr("%1 boards").arg(boards));
        entries_.emplace_back(tr("cost"), plan.priced ? words(formatDecimal(plan.cost, 2, project.style))
                                                      : tr("no price"));
        const double dry = static_cast<double>(plan.finish.hangAt - (plan.finish.steps.empty()
                                                                         ? plan.finish.hangAt
                                                                         : plan.finish.steps.front().start)) /
                           1440.0;
        entries_.emplace_back(tr("hours"), tr("%1 and drying %2 d")
                                               .arg(words(formatDecimal(plan.hours, 1, project.style)),
                                                    words(formatDecimal(dry, 1, project.style))));
    }
    const auto open = std::count_if(plan.findings.begin(), plan.findings.end(),
                                    [](const Finding& f) { return f.severity != Severity::notes; });
    entries_.emplace_back(tr("open"), open == 0   ? tr("nothing")
                                      : open == 1 ? tr("1 thing to decide")
                                                  : tr("%1 things to decide").arg(open));
    setAccessibleDescription(text());
    update();
}

QString LedgerLine::text() const {
    QStringList out;
    for (const auto& [a, b] : entries_)
        out << a + " " + b;
    return (preview_ ? tr("with this: ") : QString()) + out.join("; ");
}

void LedgerLine::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Theme& t = currentTheme();
    p.fillRect(rect(), preview_ ? t.accent.darker(t.name == ThemeName::dusk ? 230 : 260) : t.bar);
    const Theme& bright = theme(ThemeName::dusk);
    double x = 14;
    paintFeather(p, QRectF(x, 9, 18, 18), status_, bright.of(status_));
    x += 26;
    const QFont soft = uiFont(12);
    const QFont bold = uiFont(13, true);
    if (preview_) {
        p.setFont(bold);
        p.setPen(bright.accentText);
        p.drawText(QPointF(x, 23), tr("with this"));
        x += QFontMetricsF(bold).horizontalAdvance(tr("with this")) + 16;
    }
    for (const auto& [a, b] : entries_) {
        p.setFont(soft);
        p.setPen(t.barSoft);
        p.drawText(QPointF(x, 23), a);
        x += QFontMetricsF(soft).horizontalAdvance(a) + 7;
        p.setFont(bold);
        p.setPen(t.barText);
        p.drawText(QPointF(x, 23), b);
        x += QFontMetricsF(bold).horizontalAdvance(b) + (width() < 1200 ? 16 : 24);
    }
    const QString find = tr("Ctrl+K find anything");
    const double w = QFontMetricsF(uiFont(11)).horizontalAdvance(find);
    if (x + w + 16 < width()) {
        p.setFont(uiFont(11));
        p.setPen(t.barSoft);
        p.drawText(QPointF(width() - w - 14, 22), find);
    }
}

void LedgerLine::mousePressEvent(QMouseEvent*) {
    if (onClick)
        onClick();
}

} // namespace owl
