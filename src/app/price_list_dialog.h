#pragma once
// A price list before it comes into the shop: how the table is laid out, what its rows say, what they will
// do.

#include "shop/price_list.h"

#include <QDialog>
#include <map>
#include <optional>

class QComboBox;
class QLabel;
class QPushButton;
class QTableWidget;

namespace owl {

class PriceListDialog : public QDialog {
    Q_OBJECT
  public:
    /// `text` is the table, `stock` what the shop has now.
    PriceListDialog(std::string text, const QString& file, std::vector<StockItem> stock,
                    QWidget* parent = nullptr);
    /// The shop's boards with the good rows put in; nothing while no row can be read.
    [[nodiscard]] const std::optional<Merged>& merged() const { return merged_; }
    /// The good rows themselves.
    [[nodiscard]] std::vector<StockItem> boards() const {
        return list_ ? boardsIn(*list_) : std::vector<StockItem>();
    }

  private:
    void buildChoices();
    void fillHeadings();
    void chosen();
    void read();
    void showRows();
    [[nodiscard]] QString cellOf(const ListRow& row, const std::string& column) const;

    std::string text_, file_;
    std::vector<StockItem> stock_;
    ListLayout layout_;
    std::optional<PriceList> list_;
    std::optional<Merged> merged_;
    QComboBox *separator_ = nullptr, *decimal_ = nullptr;
    std::map<std::string, QComboBox*> columns_;
    QTableWidget* rows_ = nullptr;
    QLabel* summary_ = nullptr;
    QPushButton* take_ = nullptr;
    bool filling_ = false;
};

} // namespace owl
