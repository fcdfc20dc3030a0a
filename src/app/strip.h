#pragma once
// The strip below the drawing: the station's list; folds away.

#include "edit/fields.h"

#include <QWidget>
#include <functional>

class QTableWidget;
class QLabel;
class QScrollArea;
class QPushButton;

namespace owl {

class Strip : public QWidget {
    Q_OBJECT
  public:
    explicit Strip(QWidget* parent = nullptr);
    void show(const StripTable& table);
    void setFolded(bool folded);
    /// Shows what belongs to the row in hand, and takes the height that the window has for it.
    void showDetail();
    [[nodiscard]] bool folded() const { return folded_; }
    [[nodiscard]] QTableWidget* table() const { return table_; }
    [[nodiscard]] int currentRow() const;

    std::function<void(const std::string& id)> onTick;
    std::function<void(int row, const std::string& id)> onRow;
    std::function<void(const Working&, QPoint)> onWorking;
    std::function<void(int tab)> onTab;
    /// A row whose click does something was clicked; hovered: null when the pointer leaves the rows.
    std::function<void(const Edit&)> onEdit;
    std::function<void(const Edit*)> onHover;

  protected:
    bool eventFilter(QObject*, QEvent*) override;

  private:
    void fill();
    void fitColumns();
    void showTabs();
    [[nodiscard]] const Edit* editOf(int row) const;
    void takeRow();
    StripTable data_;
    QLabel* title_;
    QWidget* tabs_;
    QPushButton* take_; ///< does what the chosen row does, where a click only looks at it
    QPushButton* fold_;
    QLabel* detail_;
    QScrollArea* detailArea_; ///< a long text scrolls in it, so that the drawing keeps its room
    QTableWidget* table_;
    bool folded_ = false, filling_ = false;
};

} // namespace owl
