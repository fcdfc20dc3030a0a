#include "app/price_list_dialog.h"

#include "app/quiet_combo.h"
#include "app/text_label.h"
#include "app/theme.h"
#include "app/words.h"
#include "files/csv.h"

#include <QGridLayout>
#include <QHeaderView>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>
#include <algorithm>

namespace owl {
namespace {

constexpr std::size_t mostShown = 500; // rows of the preview

QString nameOf(const std::string& column) {
    static const std::map<std::string, QString> names{{"id", QObject::tr("id")},
                                                      {"name", QObject::tr("name")},
                                                      {"species", QObject::tr("wood")},
                                                      {"length_mm", QObject::tr("length, mm")},
                                                      {"width_mm", QObject::tr("width, mm")},
                                                      {"thickness_mm", QObject::tr("thickness, mm")},
                                                      {"price", QObject::tr("price")},
                                                      {"available", QObject::tr("how many")},
                                                      {"rack", QObject::tr("in the rack")}};
    return names.at(column);
}

} // namespace

PriceListDialog::PriceListDialog(std::string text, const QString& file, std::vector<StockItem> stock,
                                 QWidget* parent)
    : QDialog(parent), text_(std::move(text)), file_(file.toStdString()), stock_(std::move(stock)),
      layout_(guessLayout(text_)) {
    setObjectName("priceList");
    setWindowTitle(tr("A price list for the shop"));
    resize(1000, 560);
    auto* column = new QVBoxLayout(this);
    auto* ask = new TextLabel(tr("%1: what stands in which column?").arg(file));
    ask->setObjectName("title");
    column->addWidget(ask);
    buildChoices();
    rows_ = new QTableWidget;
    rows_->setObjectName("priceRows");
    rows_->setAccessibleName(tr("Rows of the price list"));
    rows_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    rows_->verticalHeader()->hide();
    column->addWidget(rows_, 1);
    summary_ = new TextLabel;
    summary_->setObjectName("priceSummary");
    summary_->setWordWrap(true);
    column->addWidget(summary_);
    auto* row = new QHBoxLayout;
    row->addStretch(1);
    auto* leave = new QPushButton(tr("Leave the shop as it is"));
    leave->setObjectName("plain");
    connect(leave, &QPushButton::clicked, this, &QDialog::reject);
    take_ = new QPushButton(tr("Put them into the shop"));
    take_->setObjectName("takePrices");
    take_->setDefault(true);
    connect(take_, &QPushButton::clicked, this, &QDialog::accept);
    row->addWidget(leave);
    row->addWidget(take_);
    column->addLayout(row);
    fillHeadings();
    read();
}

void PriceListDialog::buildChoices() {
    auto* grid = new QGridLayout;
    int n = 0;
    const auto add = [&](const QString& label, const QString& name) {
        auto* l = new TextLabel(label);
        l->setObjectName("fieldLabel");
        auto* c = new QuietCombo;
        c->setObjectName(name);
        c->setAccessibleName(label);
        l->setBuddy(c);
        grid->addWidget(l, n / 4, n % 4 * 2);
        grid->addWidget(c, n / 4, n % 4 * 2 + 1);
        ++n;
        connect(c, &QComboBox::currentIndexChanged, this, &PriceListDialog::chosen);
        return c;
    };
    filling_ = true;
    separator_ = add(tr("between fields"), "priceSeparator");
    for (const auto& [label, mark] :
         {std::pair(tr("comma"), ','), std::pair(tr("semicolon"), ';'), std::pair(tr("tabulator"), '\t')})
        separator_->addItem(label, QChar(mark));
    separator_->setCurrentIndex(separator_->findData(QChar(layout_.separator)));
    decimal_ = add(tr("decimal mark"), "priceDecimal");
    decimal_->addItem(tr("point"), QChar('.'));
    decimal_->addItem(tr("comma"), QChar(','));
    decimal_->setCurrentIndex(decimal_->findData(QChar(layout_.decimal)));
    n = 4; // the columns begin a row of their own
    for (const char* c : priceColumns)
        columns_[c] = add(nameOf(c), "priceColumn:" + QString(c));
    filling_ = false;
    static_cast<QVBoxLayout*>(layout())->addLayout(grid);
}

/// The table's own headings, ours chosen where the names agree.
void PriceListDialog::fillHeadings() {
    filling_ = true;
    const auto rows = readCsv(std::string_view(text_).substr(0, 100'000), layout_.separator);
    std::vector<std::string> headings;
    if (rows && !rows->empty())
        headings = rows->front().fields;
    for (const auto& [ours, box] : columns_) {
        box->clear();
        box->addItem(tr("(none)"), QString());
        for (const auto& h : headings)
            box->addItem(words(csvRead(h)), words(csvRead(h)));
        const int at = box->findData(words(ours), Qt::UserRole, Qt::MatchFixedString);
        box->setCurrentIndex(std::max(0, at));
    }
    filling_ = false;
}

void PriceListDialog::chosen() {
    if (filling_)
        return;
    const char separator = static_cast<char>(separator_->currentData().toChar().toLatin1());
    if (separator != layout_.separator) {
        layout_.separator = separator;
        fillHeadings();
    }
    layout_.decimal = static_cast<char>(decimal_->currentData().toChar().toLatin1());
    layout_.columns.clear();
    for (const auto& [ours, box] : columns_)
        if (const QString heading = box->currentData().toString(); !heading.isEmpty())
            layout_.columns[ours] = heading.toStdString();
    read();
}

void PriceListDialog::read() {
    const auto list = readPriceList(text_, file_, layout_);
    list_ = list ? std::optional(*list) : std::nullopt;
    merged_.reset();
    if (list_)
        merged_ = mergeBoards(stock_, *list_);
    const bool any = merged_ && merged_->added + merged_->replaced > 0;
    if (!list_)
        summary_->setText(words(list.error()));
    else
        summary_->setText(
            tr("%1 rows: %2 new, %3 in place of one with the same id, %4 as they are; %5 wrong and left out.")
                .arg(list_->rows.size())
                .arg(merged_->added)
                .arg(merged_->replaced)
                .arg(merged_->same)
                .arg(list_->faults()));
    take_->setEnabled(any);
    showRows();
}

/// As it stands in the table where the row is wrong, as it is understood where it is not.
QString PriceListDialog::cellOf(const ListRow& r, const std::string& column) const {
    const StockItem& s = r.item;
    if (!r.fault.empty()) {
        const auto at = list_->columns.find(column);
        return at == list_->columns.end() || at->second >= r.fields.size()
                   ? QString()
                   : words(csvRead(r.fields[at->second]));
    }
    const std::map<std::string, QString> cells{
        {"id", words(s.id)},
        {"name", words(s.name)},
        {"species", words(s.species)},
        {"length_mm", QString::number(s.length.mm())},
        {"width_mm", QString::number(s.width.mm())},
        {"thickness_mm", QString::number(s.thickness.mm())},
        {"price", QString::number(s.price, 'f', 2)},
        {"available", s.available ? QString::number(*s.available) : QString()},
        {"rack", s.rack ? tr("yes") : QString()}};
    return cells.at(column);
}

/// What is wrong stands first.
void PriceListDialog::showRows() {
    QStringList heads{tr("line"), tr("what is wrong")};
    for (const char* c : priceColumns)
        heads << nameOf(c);
    rows_->clear();
    rows_->setColumnCount(static_cast<int>(heads.size()));
    rows_->setHorizontalHeaderLabels(heads);
    std::vector<const ListRow*> shown;
    if (list_)
        for (const auto& r : list_->rows)
            shown.push_back(&r);
    std::stable_partition(shown.begin(), shown.end(), [](const ListRow* r) { return !r->fault.empty(); });
    shown.resize(std::min(shown.size(), mostShown));
    rows_->setRowCount(static_cast<int>(shown.size()));
    for (int i = 0; i < rows_->rowCount(); ++i) {
        const ListRow& r = *shown[static_cast<std::size_t>(i)];
        QStringList cells{QString::number(r.line), words(r.fault)};
        for (const char* c : priceColumns)
            cells << cellOf(r, c);
        for (int c = 0; c < cells.size(); ++c) {
            auto* item = new QTableWidgetItem(cells[c]);
            item->setToolTip(plainTip(cells[c]));
            if (!r.fault.empty())
                item->setForeground(currentTheme().fails);
            rows_->setItem(i, c, item);
        }
    }
    rows_->resizeColumnsToContents();
    rows_->setColumnWidth(1, std::min(rows_->columnWidth(1), 420));
}

} // namespace owl
