#pragma once
// The strip below the drawing: the station's list; folds away.

#include "edit/fields.h"

#include <QWidget>
#include <functional>

class QTableWidget;
class QLabel;
class QPushButton;

namespace owl {

class Strip : public QWidget {
    Q_OBJECT
  public:
    explicit Strip(QWidget* parent = nullptr);
    void show(const StripTable& table);
    void setFolded(bool folded);
    [[nodiscard]] bool folded() const { return folded_; }
    [[nodiscard]] QTableWidget* table() const { return table_; }
    [[nodiscard]] int currentRow() const;

    std::function<void(const std::string& id)> onTick;
    std::function<void(int row, const std::string& id)> onRow;
    std::function<void(const Working&, QPoint)> onWorking;

  protected:
    void resizeEvent(QResizeEvent*) override { fitColumns(); }

  private:
    void fill();
    void fitColumns();
    void showDetail();
    StripTable data_;
    QLabel* title_;
    QPushButton* fold_;
    QLabel* detail_;
    QTableWidget* table_;
    bool folded_ = false, filling_ = false;
};

} // namespace owl
