#pragma once
// A real window with a document of its own, driven by keyboard and mouse; dialogs are answered by the test.
#include "app/labels.h"
#include "app/main_window.h"
#include "support.h"

#include <QApplication>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSettings>
#include <QTableWidget>

namespace owl::test {

inline const QString demoPath = QString::fromStdString(test::sourcePath("tests/data/projects/version-1.owl"));

/// A window with a document of its own; dialogs are answered by the test.
struct Bench {
    explicit Bench(bool empty = false) : document(test::shop()), window(&document) {
        window.askFile = [this](bool, const QString&) { return nextFile; };
        window.askChoice = [this](const QString& q, const QStringList&) {
            asked = q;
            return nextChoice;
        };
        window.resize(1280, 800);
        window.show();
        QApplication::setActiveWindow(&window); // a bare X server has nobody to give it the keyboard
        if (!empty)
            document.reset(test::hall(), demoPath);
        settle();
    }
    void settle() {
        for (int i = 0; i < 4; ++i)
            QApplication::processEvents();
    }
    void go(Station s) {
        window.goTo(s);
        settle();
    }
    [[nodiscard]] Canvas* canvas() { return window.canvas(); }
    void typeOnDrawing(const QString& field, const QString& text, Qt::Key end = Qt::Key_Return) {
        const QRect r = canvas()->fieldRect(field);
        QVERIFY2(!r.isNull(), qPrintable(field));
        QTest::mouseClick(canvas(), Qt::LeftButton, {}, r.center());
        QVERIFY(canvas()->editor()->isVisible());
        canvas()->editor()->selectAll();
        QTest::keyClicks(canvas()->editor(), text);
        QTest::keyClick(canvas()->editor(), end);
        settle();
    }
    [[nodiscard]] QWidget* field(const QString& id) { return window.findChild<Notes*>("notes")->inputOf(id); }
    [[nodiscard]] QString ledger() { return window.findChild<LedgerLine*>("ledger")->text(); }
    [[nodiscard]] const Piece& piece() const { return document.project().pieces.front(); }
    [[nodiscard]] QTableWidget* table() { return window.findChild<QTableWidget*>("stripTable"); }
    void drag(QWidget* w, QPoint from, QPoint to, bool release = true) {
        QTest::mousePress(w, Qt::LeftButton, {}, from);
        const int steps = 6;
        for (int i = 1; i <= steps; ++i) {
            const QPoint at = from + (to - from) * i / steps;
            QMouseEvent move(QEvent::MouseMove, at, w->mapToGlobal(at), Qt::NoButton, Qt::LeftButton,
                             Qt::NoModifier);
            QApplication::sendEvent(w, &move);
        }
        if (release)
            QTest::mouseRelease(w, Qt::LeftButton, {}, to);
        settle();
    }

    Document document;
    MainWindow window;
    QString nextFile, asked;
    int nextChoice = 1;
};

/// What is wrong with the labels of a canvas, in words; empty: nothing.
inline QString wrongWith(const std::vector<std::pair<QRectF, Label>>& labels) {
    for (std::size_t i = 0; i < labels.size(); ++i) {
        const auto& [area, l] = labels[i];
        if (!area.adjusted(-0.5, -0.5, 0.5, 0.5).contains(l.box))
            return QString("'%1' is cut off").arg(l.words);
        for (std::size_t k = 0; k < i; ++k)
            if (labels[k].first == area && labels[k].second.box.intersects(l.box))
                return QString("'%1' meets '%2'").arg(l.words, labels[k].second.words);
    }
    return {};
}

/// Settings of its own, the day theme: what every window test starts from.
inline void startWindowTests() {
    QCoreApplication::setOrganizationName("upright-owl-test");
    QCoreApplication::setApplicationName("upright-owl-test");
    QSettings().clear();
    setCurrentTheme(ThemeName::day);
    qApp->setStyleSheet(currentTheme().styleSheet());
}

} // namespace owl::test
