#pragma once
// The right side: inputs of what is in hand, then the findings with their remedies.

#include "edit/fields.h"

#include <QScrollArea>
#include <QTimer>
#include <functional>
#include <map>
#include <optional>

class QVBoxLayout;
class QLineEdit;

namespace owl {

class FoldingButton;

/// True when nothing that a card shows differs.
bool sameFindings(const std::vector<Finding>& a, const std::vector<Finding>& b);

class Notes : public QScrollArea {
    Q_OBJECT
  public:
    explicit Notes(QWidget* parent = nullptr);
    /// Shows fields and findings; keeps the editor in hand while its field is still there.
    void show(const std::vector<Field>& fields, const std::vector<Finding>& findings, const QString& piece,
              const QString& wall);
    /// Everything is built anew at the next show (the theme changed).
    void forget() { fields_.assign(1, {}); }
    /// Puts the cursor into a field; false when it is not shown.
    bool focusField(const QString& id);
    /// The input of a field, made if its group was never opened; null when the station has no such field.
    [[nodiscard]] QWidget* inputOf(const QString& id);
    /// Takes what stands in the input in hand, at once; why it cannot be taken, where it cannot.
    std::optional<QString> settle();

    std::function<std::optional<QString>(const Field&, const QString& typed)> onTyped;
    /// The same where the answer is waited for: the input stays in hand.
    std::function<std::optional<QString>(const Field&, const QString& typed)> onSettled;
    /// Something is being typed; null: no more.
    std::function<void(const Field*, const QString& text)> onTyping;
    std::function<void(const Edit&)> onRemedy;
    /// Which remedies of a finding cure it, and what each brings; asked when the hands rest, not at every
    /// key.
    std::function<std::vector<Remedy>(const Finding&)> onTry;
    std::function<void(const Edit*)> onHover; ///< null when the pointer leaves
    std::function<void(const Working&, QPoint)> onWorking;

  protected:
    bool eventFilter(QObject*, QEvent*) override;

  private:
    /// Fields under one heading; their widgets are made when the group is first opened.
    struct Group {
        QString heading;
        FoldingButton* head = nullptr;
        QWidget* box = nullptr;
        QVBoxLayout* column = nullptr;
        std::vector<std::string> ids;
        bool built = false;
    };
    void buildAll();
    void refill();
    void fillFindings();
    void addField(QVBoxLayout* into, const Field& field);
    void addGroup(QVBoxLayout* into, const QString& heading, bool first);
    void build(Group& group);
    void setOpen(Group& group, bool open);
    void repaintSoon();
    void addFinding(QVBoxLayout* into, std::size_t index);
    void tryRemedies();
    QWidget* makeInput(const Field& field);
    std::optional<QString> type(QLineEdit* edit, const std::string& id, bool now);
    void answer(const std::string& id, const QString& typed);
    [[nodiscard]] const Field* fieldOf(const std::string& id) const;

    std::vector<Field> fields_;
    std::vector<Finding> offered_;  ///< as the plan has them
    std::vector<Finding> findings_; ///< as they are shown: only with remedies that were tried
    QTimer tries_;
    std::vector<Group> groups_;
    QVBoxLayout *blocking_ = nullptr, *others_ = nullptr; ///< where the findings stand
    bool showing_ = false;
    std::map<QString, bool> open_; ///< groups of inputs by heading; the first of a station is open at first
};

} // namespace owl
