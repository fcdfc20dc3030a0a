#include "app/book_printer.h"

#include "app/draw.h"
#include "app/words.h"
#include "files/file.h"
#include "project/project_file.h"

#include <QBuffer>
#include <QPainter>
#include <QPdfWriter>
#include <cmath>

namespace owl {
namespace {

/// Flows blocks down the page and turns it when one does not fit.
class Layout {
  public:
    Layout(QPagedPaintDevice& device, QString footer)
        : device_(device), painter_(&device), footer_(std::move(footer)), theme_(theme(ThemeName::paper)) {
        k_ = device.logicalDpiX() / 25.4; // device pixels per millimetre
        width_ = device.width();
        height_ = device.height() - 9 * k_;
        drawFooter();
    }

    int run(const std::vector<Block>& book) {
        for (std::size_t i = 0; i < book.size(); ++i) {
            const Block& b = book[i];
            // A heading never stands alone at the foot of a page.
            if (b.kind == BlockKind::heading && i + 1 < book.size() &&
                y_ + 26 * k_ + (book[i + 1].kind == BlockKind::drawing ? book[i + 1].heightMm * k_ : 0) >
                    height_)
                turn();
            block(b);
        }
        return page_;
    }

  private:
    [[nodiscard]] QFont font(double pt, bool bold = false) const {
        QFont f = uiFont(10, bold);
        f.setPixelSize(std::max(1, static_cast<int>(std::lround(pt / 72 * 25.4 * k_))));
        return f;
    }
    void turn() {
        device_.newPage();
        ++page_;
        y_ = 0;
        drawFooter();
    }
    void drawFooter() {
        painter_.setFont(font(7.5));
        painter_.setPen(theme_.soft);
        const QRectF r(0, device_.height() - 5 * k_, width_, 5 * k_);
        painter_.drawText(r, Qt::AlignLeft | Qt::AlignBottom, footer_);
        painter_.drawText(r, Qt::AlignRight | Qt::AlignBottom, QString::number(page_));
    }

    void block(const Block& b) {
        switch (b.kind) {
        case BlockKind::newPage:
            if (y_ > 0)
                turn();
            break;
        case BlockKind::title:
            text(b.text, font(18, true), 0, 4);
            break;
        case BlockKind::heading:
            text(b.text, font(11.5, true), 3, 1);
            break;
        case BlockKind::paragraph:
            text(b.text, font(9.5), 0.5, 1.5);
            break;
        case BlockKind::small:
            text(b.text, font(8), 0.3, 0.6, theme_.soft);
            break;
        case BlockKind::drawing:
            drawing(b);
            break;
        case BlockKind::table:
            table(b);
            break;
        }
    }

    void text(const std::string& s, const QFont& f, double before, double after, QColor colour = Qt::black) {
        const QString t = words(s);
        y_ += before * k_;
        painter_.setFont(f);
        const QRectF need = painter_.boundingRect(QRectF(0, 0, width_, 1e6), Qt::TextWordWrap, t);
        if (y_ + need.height() > height_)
            turn();
        painter_.setPen(colour);
        painter_.drawText(QRectF(0, y_, width_, need.height() + 2), Qt::TextWordWrap, t);
        y_ += need.height() + after * k_;
    }

    void drawing(const Block& b) {
        const double h = b.heightMm * k_;
        if (y_ + h > height_)
            turn();
        const double w = b.trueSize ? (b.picture.high.x - b.picture.low.x) * k_ : width_;
        paintDrawing(painter_, b.picture, QRectF(0, y_, w, h), theme_, nullptr, k_ / (96 / 25.4) * 0.82);
        y_ += h + 2 * k_;
    }

    void table(const Block& b) {
        row(b, b.columns, font(8, true), true);
        for (const auto& r : b.rows)
            row(b, r, font(8.5), false);
        y_ += 2.5 * k_;
    }

    void row(const Block& b, const std::vector<std::string>& cells, const QFont& f, bool head) {
        painter_.setFont(f);
        double tall = 0;
        for (std::size_t c = 0; c < cells.size() && c < b.widths.size(); ++c) {
            const QRectF room(0, 0, b.widths[c] * width_ - 2 * k_, 1e6);
            tall = std::max(tall, painter_.boundingRect(room, Qt::TextWordWrap, words(cells[c])).height());
        }
        if (y_ + tall + 1.6 * k_ > height_) {
            turn();
            if (!head) {
                row(b, b.columns, font(8, true), true);
                painter_.setFont(f);
            }
        }
        double x = 0;
        painter_.setPen(Qt::black);
        for (std::size_t c = 0; c < cells.size() && c < b.widths.size(); ++c) {
            const bool right =
                std::find(b.numeric.begin(), b.numeric.end(), static_cast<int>(c)) != b.numeric.end();
            painter_.drawText(QRectF(x, y_ + 0.8 * k_, b.widths[c] * width_ - 2 * k_, tall + 2),
                              (right ? Qt::AlignRight : Qt::AlignLeft) | Qt::TextWordWrap, words(cells[c]));
            x += b.widths[c] * width_;
        }
        y_ += tall + 1.6 * k_;
        painter_.setPen(QPen(head ? Qt::black : theme_.line, (head ? 0.3 : 0.12) * k_));
        painter_.drawLine(QPointF(0, y_), QPointF(width_, y_));
    }

    QPagedPaintDevice& device_;
    QPainter painter_;
    QString footer_;
    const Theme& theme_;
    double k_ = 1, width_ = 0, height_ = 0, y_ = 0;
    int page_ = 1;
};

} // namespace

int printBook(QPagedPaintDevice& device, const std::vector<Block>& book, const QString& footer) {
    return Layout(device, footer).run(book);
}

std::optional<QString> writeBookPdf(const QString& file, const Project& project, const Plan& plan) {
    return writePdf(file, buildBook(project, plan), project);
}

std::optional<QString> writePdf(const QString& file, const std::vector<Block>& blocks,
                                const Project& project) {
    if (const auto why = whyNotOver(file.toStdString()))
        return words(*why);
    QBuffer bytes; // whole or not at all: the old book stays until the new one is printed
    bytes.open(QIODevice::WriteOnly);
    QPdfWriter pdf(&bytes);
    pdf.setPageSize(project.style.units == Units::metric ? QPageSize(QPageSize::A4)
                                                         : QPageSize(QPageSize::Letter));
    pdf.setPageMargins(QMarginsF(15, 14, 15, 12), QPageLayout::Millimeter);
    pdf.setResolution(300);
    pdf.setTitle(words(project.name));
    pdf.setCreator("Upright Owl");
    printBook(pdf, blocks, words(project.name));
    const auto ok = writeFile(file.toStdString(), bytes.data().toStdString());
    return ok ? std::nullopt : std::optional(words(ok.error()));
}

} // namespace owl
