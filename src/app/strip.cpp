#include "app/strip.h"

#include "app/draw.h"
#include "app/text_label.h"

#include <QHeaderView>
#include <QKeyEvent>
#include <QPushButton>
#include <QScrollArea>
#include <QTableWidget>
#include <QVBoxLayout>

namespace owl {
namespace {

QIcon feather(Status s) {
    QPixmap px(32, 32);
    px.setDevicePixelRatio(2);
    px.fill(Qt::transparent);
    QPainter p(&px);
    paintFeather(p, QRectF(1, 1, 14, 14), s, currentTheme().of(s));
    return QIcon(px);
}

} // namespace

Strip::Strip(QWidget* parent)
    : QWidget(parent), title_(new TextLabel), tabs_(new QWidget), take_(new QPushButton),
      fold_(new QPushButton), detail_(new TextLabel), detailArea_(new QScrollArea), table_(new QTableWidget) {
    setObjectName("strip");
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 4, 0, 0);
    column->setSpacing(2);
    auto* head = new QHBoxLayout;
    title_->setObjectName("heading");
    fold_->setObjectName("link");
    fold_->setAccessibleName(tr("Fold the list"));
    head->addWidget(title_);
    head->addWidget(tabs_);
    head->addStretch(1);
    take_->setObjectName("link");
    take_->setCursor(Qt::PointingHandCursor);
    take_->hide();
    head->addWidget(take_);
    head->addWidget(fold_);
    column->addLayout(head);
    detail_->setObjectName("cardText");
    detail_->setWordWrap(true);
    detail_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    detailArea_->setWidget(detail_);
    detailArea_->setWidgetResizable(true);
    detailArea_->setFrameShape(QFrame::NoFrame);
    detailArea_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    detailArea_->setFocusPolicy(Qt::NoFocus);
    detailArea_->viewport()->setAutoFillBackground(false);
    detail_->setAutoFillBackground(false);
    detailArea_->hide();
    column->addWidget(detailArea_);
    column->addWidget(table_);
    table_->setObjectName("stripTable");
    table_->setShowGrid(false);
    table_->verticalHeader()->hide();
    table_->verticalHeader()->setDefaultSectionSize(24);
    table_->horizontalHeader()->setHighlightSections(false);
    table_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    table_->setSelectionBehavior(QAbstractItemView::SelectRows);
    table_->setSelectionMode(QAbstractItemView::SingleSelection);
    table_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table_->setWordWrap(false);
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    table_->setTextElideMode(Qt::ElideRight);
    connect(take_, &QPushButton::clicked, this, [this] { takeRow(); });
    connect(fold_, &QPushButton::clicked, this, [this] { setFolded(!folded_); });
    connect(table_, &QTableWidget::itemChanged, this, [this](QTableWidgetItem* item) {
        if (!filling_ && item->column() == data_.tick && onTick)
            onTick(data_.ids[static_cast<std::size_t>(item->row())]);
    });
    connect(table_, &QTableWidget::currentCellChanged, this, [this](int row, int, int before, int) {
        if (!filling_)
            showDetail();
        if (!filling_ && row >= 0 && row != before && onRow)
            onRow(row, data_.ids[static_cast<std::size_t>(row)]);
    });
    connect(table_, &QTableWidget::cellDoubleClicked, this, [this](int row, int col) {
        const auto r = static_cast<std::size_t>(row);
        if (onWorking && r < data_.workings.size() && !data_.workings[r].formula.empty())
            onWorking(data_.workings[r],
                      table_->viewport()->mapToGlobal(
                          table_->visualRect(table_->model()->index(row, col)).bottomLeft()));
    });
    connect(table_, &QTableWidget::cellClicked, this, [this](int row, int col) {
        if (const Edit* e = editOf(row); e && col != data_.tick && data_.take.empty() && onEdit)
            onEdit(Edit(*e));
    });
    connect(table_, &QTableWidget::cellEntered, this, [this](int row, int) {
        if (onHover && data_.take.empty())
            onHover(editOf(row));
    });
    table_->setMouseTracking(true);
    table_->viewport()->installEventFilter(this);
    table_->installEventFilter(this);
    setFolded(false);
}

const Edit* Strip::editOf(int row) const {
    const auto r = static_cast<std::size_t>(std::max(0, row));
    return row >= 0 && r < data_.edits.size() && data_.edits[r] ? &*data_.edits[r] : nullptr;
}

bool Strip::eventFilter(QObject* o, QEvent* e) {
    if (o == table_->viewport() && e->type() == QEvent::Leave && onHover)
        onHover(nullptr);
    if (o == table_->viewport() && e->type() == QEvent::Resize)
        fitColumns(); // only now is it known how wide the table has become
    if (o == table_ && e->type() == QEvent::KeyPress) {
        const int key = static_cast<QKeyEvent*>(e)->key();
        if (editOf(table_->currentRow()) && (key == Qt::Key_Return || key == Qt::Key_Enter)) {
            takeRow();
            return true;
        }
    }
    return QWidget::eventFilter(o, e);
}

void Strip::takeRow() {
    if (const Edit* edit = editOf(table_->currentRow()); edit && onEdit)
        onEdit(Edit(*edit)); // a copy: the table is filled anew meanwhile
}

/// The other tables of the station, as words beside the title.
void Strip::showTabs() {
    delete tabs_->layout();
    qDeleteAll(tabs_->findChildren<QPushButton*>(QString(), Qt::FindDirectChildrenOnly));
    tabs_->setVisible(data_.tabs.size() > 1);
    title_->setVisible(data_.tabs.size() < 2);
    if (data_.tabs.size() < 2)
        return;
    auto* row = new QHBoxLayout(tabs_);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(4);
    for (int i = 0; i < static_cast<int>(data_.tabs.size()); ++i) {
        auto* b = new QPushButton(QString::fromStdString(data_.tabs[static_cast<std::size_t>(i)]));
        b->setObjectName(i == data_.tab ? "tabChosen" : "tab");
        b->setProperty("tab", i);
        b->setCursor(Qt::PointingHandCursor);
        b->setAccessibleName(b->text() + (i == data_.tab ? tr(", shown") : ""));
        connect(b, &QPushButton::clicked, this, [this, i] {
            if (onTab)
                onTab(i);
        });
        row->addWidget(b);
    }
}

void Strip::setFolded(bool folded) {
    folded_ = folded;
    table_->setVisible(!folded);
    fold_->setText(folded ? tr("unfold") : tr("fold away"));
    showDetail();
}

void Strip::showDetail() {
    const auto row = static_cast<std::size_t>(std::max(0, table_->currentRow()));
    take_->setText(QString::fromStdString(data_.take));
    take_->setVisible(!data_.take.empty() && editOf(table_->currentRow()) &&
                      table_->currentRow() != data_.chosen && !folded_);
    const bool any = row < data_.details.size() && !data_.details[row].empty();
    detail_->setText(any ? QString::fromStdString(data_.details[row]) : QString());
    detailArea_->setVisible(any && !folded_);
    constexpr int mostDetail = 94; // px: six lines, more of them scroll
    const int scrollBar = 14;
    int wanted = any ? detail_->heightForWidth(std::max(200, width())) + 4 : 0;
    if (wanted > mostDetail)
        wanted = detail_->heightForWidth(std::max(200, width() - scrollBar)) + 4;
    const int detail = std::min(wanted, mostDetail);
    if (any)
        detailArea_->setFixedHeight(detail);
    const int rows = 30 + 26 + 24 * std::max(1, static_cast<int>(data_.rows.size()));
    const int most = window()->height() < 760 ? 140 : 190; // the drawing comes first in a low window
    setFixedHeight(folded_ ? 30 : std::min(detail + rows + 10, most + detail));
}

/// Columns get what they need; where that is too much the widest give way, the last takes what is left.
void Strip::fitColumns() {
    const int n = table_->columnCount();
    if (n == 0)
        return;
    table_->horizontalHeader()->setStretchLastSection(false);
    std::vector<int> want;
    int total = 0;
    for (int c = 0; c < n; ++c) {
        table_->resizeColumnToContents(c);
        want.push_back(table_->columnWidth(c));
        total += want.back();
    }
    const int room = table_->viewport()->width() - 4;
    const int air = std::clamp((room - total) / n, 0, 8);
    const int least = std::min(60, room / n); // px a column keeps, so that all of them have room
    for (int& w : want)
        w += air;
    // What a row is called gives way after what is said of it.
    int dearer = 90;
    while (total > room) {
        const int name = want.front();
        want.front() -= dearer;
        auto widest = std::max_element(want.begin(), want.end());
        want.front() = name;
        if (*widest - (widest == want.begin() ? dearer : 0) <= least) {
            if (dearer == 0)
                break;
            dearer = 0;
            continue;
        }
        const int cut = std::min(*widest - least, std::max(4, (total - room) / 3));
        *widest -= cut;
        total -= cut;
    }
    for (int c = 0; c < n; ++c)
        table_->setColumnWidth(c, want[static_cast<std::size_t>(c)]);
    table_->horizontalHeader()->setStretchLastSection(true);
}

int Strip::currentRow() const {
    return table_->currentRow();
}

void Strip::show(const StripTable& table) {
    const int row = data_.ids == table.ids ? table_->currentRow() : -1;
    data_ = table;
    filling_ = true;
    fill();
    if (row >= 0)
        table_->setCurrentCell(row, 1);
    filling_ = false;
    setVisible(!table.title.empty());
    showDetail();
    showTabs();
    title_->setText(QString::fromStdString(table.title));
    table_->setAccessibleName(title_->text());
}

void Strip::fill() {
    table_->clear();
    table_->setColumnCount(static_cast<int>(data_.columns.size()));
    table_->setRowCount(static_cast<int>(data_.rows.size()));
    QStringList heads;
    for (const auto& c : data_.columns)
        heads << QString::fromStdString(c);
    table_->setHorizontalHeaderLabels(heads);
    for (int r = 0; r < table_->rowCount(); ++r) {
        const auto& row = data_.rows[static_cast<std::size_t>(r)];
        for (int c = 0; c < table_->columnCount() && c < static_cast<int>(row.size()); ++c) {
            auto* item = new QTableWidgetItem(QString::fromStdString(row[static_cast<std::size_t>(c)]));
            const bool numeric =
                std::find(data_.numeric.begin(), data_.numeric.end(), c) != data_.numeric.end();
            item->setTextAlignment((numeric ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter);
            item->setToolTip(plainTip(item->text()));
            item->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable);
            if (c == data_.tick) {
                item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
                const bool on = static_cast<std::size_t>(r) < data_.ticked.size() &&
                                data_.ticked[static_cast<std::size_t>(r)];
                item->setCheckState(on ? Qt::Checked : Qt::Unchecked);
                item->setData(Qt::AccessibleTextRole, QString::fromStdString(row.size() > 1 ? row[1] : ""));
            }
            if (c == 0 && static_cast<std::size_t>(r) < data_.status.size())
                item->setIcon(feather(data_.status[static_cast<std::size_t>(r)]));
            if (r == data_.chosen) {
                QFont f = table_->font();
                f.setWeight(QFont::DemiBold);
                item->setFont(f);
                item->setBackground(currentTheme().raised);
            }
            table_->setItem(r, c, item);
        }
    }
    fitColumns();
    for (int c : data_.numeric)
        if (auto* h = table_->horizontalHeaderItem(c))
            h->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
}

} // namespace owl
