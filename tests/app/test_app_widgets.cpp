// The parts of the window one by one: canvas, notes, strip, trail, perch, ledger line, cards, painter.
#include "app/main_window.h"
#include "drawing/views.h"
#include "support.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSignalSpy>
#include <QTableWidget>

using namespace owl;

namespace {

Drawing sample() {
    Drawing d;
    Pen pen(d);
    pen.rect(0, 0, 1000, 500, Tone::wall, Tone::guide).id = "wall";
    pen.rect(400, 200, 200, 100, Tone::woodFace, Tone::outline).id = "piece:a";
    pen.dimension({0, 400}, {1000, 400}, "1000", "size");
    pen.dimension({0, 450}, {500, 450}, "500");
    pen.text({500, 50}, "words").tip = "a tip";
    pen.extent({0, 0}, {1000, 500});
    return d;
}

void settle() {
    for (int i = 0; i < 3; ++i)
        QApplication::processEvents();
}

struct OnScreen {
    Canvas canvas;
    OnScreen() {
        canvas.resize(600, 400);
        canvas.show({{"Panel", sample(), {0, 0, 1, 1}, true}});
        static_cast<QWidget&>(canvas).show();
        QApplication::setActiveWindow(&canvas);
        settle();
    }
};

Field lengthField(const std::string& id, const std::string& value) {
    Field f;
    f.id = id;
    f.label = "Label of " + id;
    f.kind = FieldKind::length;
    f.value = value;
    f.set = [](const std::string& t) -> tl::expected<Edit, std::string> {
        if (t == "bad")
            return tl::unexpected(std::string("that is bad"));
        return Edit{"edit", [](Project&) {}};
    };
    return f;
}

} // namespace

class TestWidgets : public QObject {
    Q_OBJECT
  private slots:
    void initTestCase() {
        QCoreApplication::setOrganizationName("upright-owl-test");
        QCoreApplication::setApplicationName("upright-owl-test-widgets");
        setCurrentTheme(ThemeName::day);
        qApp->setStyleSheet(currentTheme().styleSheet());
    }

    void aDrawingFitsItsRectangle_data() {
        QTest::addColumn<QRectF>("area");
        QTest::newRow("wide") << QRectF(0, 0, 900, 200);
        QTest::newRow("tall") << QRectF(10, 20, 200, 900);
        QTest::newRow("tiny") << QRectF(0, 0, 30, 30);
    }
    void aDrawingFitsItsRectangle() {
        QFETCH(QRectF, area);
        const Drawing d = sample();
        const Fit f = fitInto(d, area);
        QVERIFY(f.scale > 0);
        const QPointF low = f.map(d.low);
        const QPointF high = f.map(d.high);
        if (area.width() > 60) {
            QVERIFY(area.adjusted(-1, -1, 1, 1).contains(low));
            QVERIFY(area.adjusted(-1, -1, 1, 1).contains(high));
        }
        const Point back = f.back(f.map({123, 45}));
        QVERIFY(std::abs(back.x - 123) < 1e-6 && std::abs(back.y - 45) < 1e-6);
    }

    void everythingPaintedCanBeHit() {
        QImage image(600, 400, QImage::Format_ARGB32_Premultiplied);
        QPainter p(&image);
        std::vector<HitArea> hits;
        paintDrawing(p, sample(), QRectF(0, 0, 600, 400), currentTheme(), &hits);
        QVERIFY(std::count_if(hits.begin(), hits.end(), [](const HitArea& h) { return h.label; }) == 2);
        QVERIFY(hits.size() >= 4);
    }

    void everyToneHasAColourInEveryTheme() {
        for (const ThemeName n : {ThemeName::day, ThemeName::dusk, ThemeName::paper})
            for (int t = 1; t <= static_cast<int>(Tone::limit); ++t)
                QVERIFY2(theme(n).of(static_cast<Tone>(t)).isValid() &&
                             theme(n).of(static_cast<Tone>(t)).alpha() > 0,
                         qPrintable(QString::number(t)));
    }

    void paperHasNoColour() {
        const Theme& t = theme(ThemeName::paper);
        for (int i = 1; i <= static_cast<int>(Tone::limit); ++i) {
            const QColor c = t.of(static_cast<Tone>(i));
            if (static_cast<Tone>(i) == Tone::masonry)
                continue; // no masonry in this version's drawings
            QVERIFY2(std::abs(c.red() - c.green()) < 3 && std::abs(c.green() - c.blue()) < 3,
                     qPrintable(QString::number(i)));
        }
    }

    void aNumberOpensAndOnlyIfItHasAField() {
        OnScreen s;
        QVERIFY(!s.canvas.fieldRect("size").isNull());
        QVERIFY(s.canvas.fieldRect("other").isNull());
        QVERIFY(!s.canvas.editField("other"));
        QVERIFY(s.canvas.editField("size"));
        QCOMPARE(s.canvas.editor()->text(), QString("1000"));
        QCOMPARE(s.canvas.editor()->selectedText(), QString("1000"));
    }

    void enterHandsTheTextOver() {
        OnScreen s;
        QString got;
        s.canvas.onTyped = [&](const QString& f, const QString& t) -> std::optional<QString> {
            got = f + "=" + t;
            return std::nullopt;
        };
        s.canvas.editField("size");
        QTest::keyClicks(s.canvas.editor(), "77");
        QTest::keyClick(s.canvas.editor(), Qt::Key_Return);
        QCOMPARE(got, QString("size=77"));
        QVERIFY(!s.canvas.editor()->isVisible());
    }

    void enterOnTheDrawingBeginsToType() {
        OnScreen s;
        s.canvas.setFocus();
        QTest::keyClick(&s.canvas, Qt::Key_Return);
        QVERIFY(s.canvas.editor()->isVisible());
    }

    void aDragTellsMillimetres() {
        OnScreen s;
        std::vector<int> phases;
        Point from;
        Point last;
        s.canvas.onDrag = [&](const QString& id, Point a, Point b, int phase, double) {
            QCOMPARE(id, QString("piece:a"));
            phases.push_back(phase);
            from = a;
            last = b;
        };
        const QPoint c = s.canvas.shapeRect("piece:a").center();
        QTest::mousePress(&s.canvas, Qt::LeftButton, {}, c);
        for (int i = 1; i <= 5; ++i) {
            QMouseEvent move(QEvent::MouseMove, c + QPoint(10 * i, 0), s.canvas.mapToGlobal(c), Qt::NoButton,
                             Qt::LeftButton, Qt::NoModifier);
            QApplication::sendEvent(&s.canvas, &move);
        }
        QTest::mouseRelease(&s.canvas, Qt::LeftButton, {}, c + QPoint(50, 0));
        QCOMPARE(phases.front(), 0);
        QCOMPARE(phases.back(), 2);
        QVERIFY(std::abs(from.x - 500) < 5 && std::abs(from.y - 250) < 5);
        QVERIFY(last.x - from.x > 60); // 50 px at about 0.56 px a mm
        QVERIFY(std::abs(last.y - from.y) < 3);
    }

    void aClickIsNoDrag() {
        OnScreen s;
        QString clicked;
        bool dragged = false;
        s.canvas.onClick = [&](const QString& id) { clicked = id; };
        s.canvas.onDrag = [&](const QString&, Point, Point, int, double) { dragged = true; };
        QTest::mouseClick(&s.canvas, Qt::LeftButton, {}, s.canvas.shapeRect("piece:a").center());
        QCOMPARE(clicked, QString("piece:a"));
        QVERIFY(!dragged);
    }

    void dragsOnNothingTurnThePiece() {
        OnScreen s;
        QPoint turned;
        s.canvas.onTurn = [&](QPoint d) { turned += d; };
        const QPoint corner(3, 3);
        QTest::mousePress(&s.canvas, Qt::LeftButton, {}, corner);
        QMouseEvent move(QEvent::MouseMove, corner + QPoint(40, 12), s.canvas.mapToGlobal(corner),
                         Qt::NoButton, Qt::LeftButton, Qt::NoModifier);
        QApplication::sendEvent(&s.canvas, &move);
        QCOMPARE(turned, QPoint(40, 12));
    }

    void anEmptyCanvasSaysSo() {
        Canvas c;
        c.setEmptyText("nothing here");
        c.resize(300, 200);
        c.show({{{}, Drawing(), {0, 0, 1, 1}, true}});
        const QImage image = c.grab().toImage();
        int dark = 0;
        for (int x = 0; x < image.width(); ++x)
            for (int y = 0; y < image.height(); ++y)
                dark += image.pixelColor(x, y).lightness() < 140;
        QVERIFY(dark > 20); // the sentence is painted
        QVERIFY(c.description().isEmpty());
    }

    void theCanvasIsDescribedInWords() {
        OnScreen s;
        QVERIFY(s.canvas.accessibleDescription().contains("a tip"));
        QVERIFY(s.canvas.accessibleDescription().contains("Panel"));
    }

    void notesKeepAWrongAnswerAndSayWhy() {
        Notes n;
        n.onTyped = [](const Field& f, const QString& t) -> std::optional<QString> {
            const auto e = f.set(t.toStdString());
            return e ? std::optional<QString>() : QString::fromStdString(e.error());
        };
        n.show({lengthField("a", "1"), lengthField("b", "2")}, {}, "", "");
        static_cast<QWidget&>(n).show();
        auto* edit = qobject_cast<QLineEdit*>(n.inputOf("a"));
        QVERIFY(edit);
        edit->setText("bad");
        QTest::keyClick(edit, Qt::Key_Return);
        auto* wrong = n.findChild<QLabel*>("wrong:a");
        QVERIFY(!wrong->isHidden());
        QCOMPARE(wrong->text(), QString("that is bad"));
        QCOMPARE(edit->text(), QString("bad"));
        edit->setText("3");
        QTest::keyClick(edit, Qt::Key_Return);
        QVERIFY(wrong->isHidden());
    }

    void groupsOpenAndCloseAndStayThatWay() {
        Notes n;
        Field h1;
        h1.label = "First";
        h1.kind = FieldKind::heading;
        Field h2 = h1;
        h2.label = "Second";
        const std::vector<Field> fields{h1, lengthField("a", "1"), h2, lengthField("b", "2")};
        n.show(fields, {}, "", "");
        static_cast<QWidget&>(n).show();
        settle();
        QVERIFY(n.inputOf("a")->isVisible());
        QVERIFY(!n.inputOf("b")->isVisible());
        for (auto* b : n.findChildren<QPushButton*>("group"))
            if (b->text().contains("Second"))
                QTest::mouseClick(b, Qt::LeftButton);
        QVERIFY(n.inputOf("b")->isVisible());
        n.show(fields, {}, "", ""); // after an edit everything is built again
        settle();
        QVERIFY(n.inputOf("b")->isVisible());
    }

    void askingForAClosedFieldOpensItsGroup() {
        Notes n;
        Field h1;
        h1.label = "One";
        h1.kind = FieldKind::heading;
        Field h2 = h1;
        h2.label = "Two";
        n.show({h1, lengthField("a", "1"), h2, lengthField("b", "2")}, {}, "", "");
        static_cast<QWidget&>(n).show();
        QVERIFY(n.focusField("b"));
        QVERIFY(n.inputOf("b")->isVisible());
        QVERIFY(!n.focusField("zzz"));
    }

    void findingsOfOtherPiecesStayAway() {
        Notes n;
        Finding mine;
        mine.id = "mine";
        mine.piece = "a";
        mine.title = "Mine";
        Finding other = mine;
        other.piece = "b";
        other.title = "Other";
        Finding all = mine;
        all.piece.clear();
        all.title = "Everybody's";
        n.show({}, {mine, other, all}, "a", "");
        QStringList titles;
        for (auto* l : n.findChildren<QLabel*>("cardTitle"))
            titles << l->text();
        QCOMPARE(titles, (QStringList{"Mine", "Everybody's"}));
    }

    void aRemedyIsHandedOver() {
        Notes n;
        Finding f;
        f.id = "x";
        f.title = "X";
        f.remedies.push_back({"Do it", {}, {}});
        std::string done;
        const Edit* hovered = nullptr;
        n.onRemedy = [&](const Edit& e) { done = e.name; };
        n.onHover = [&](const Edit* e) { hovered = e; };
        n.show({}, {f}, "", "");
        static_cast<QWidget&>(n).show();
        auto* b = n.findChild<QPushButton*>("remedy:x:Do it");
        QVERIFY(b);
        QEnterEvent enter(QPointF(1, 1), QPointF(1, 1), QPointF(1, 1));
        QApplication::sendEvent(b, &enter);
        QVERIFY(hovered && hovered->name == "Do it");
        QTest::mouseClick(b, Qt::LeftButton);
        QCOMPARE(done, std::string("Do it"));
        QVERIFY(!hovered);
    }

    void theStripShowsTicksAndDetails() {
        Strip s;
        s.resize(600, 200);
        StripTable t;
        t.title = "Things";
        t.columns = {"", "what", "how much"};
        t.rows = {{"", "one", "1"}, {"", "two", "2"}};
        t.ids = {"a", "b"};
        t.tick = 0;
        t.ticked = {false, true};
        t.numeric = {2};
        t.details = {"all about one", "all about two"};
        std::string ticked;
        s.onTick = [&](const std::string& id) { ticked = id; };
        static_cast<QWidget&>(s).show();
        s.show(t);
        QCOMPARE(s.table()->item(1, 0)->checkState(), Qt::Checked);
        s.table()->item(0, 0)->setCheckState(Qt::Checked);
        QCOMPARE(ticked, std::string("a"));
        s.table()->setCurrentCell(1, 1);
        bool said = false;
        for (auto* l : s.findChildren<QLabel*>())
            said = said || l->text() == "all about two";
        QVERIFY(said);
        QVERIFY(s.table()->item(0, 2)->textAlignment() & Qt::AlignRight);
        s.show(t); // the same list again: the row in hand stays in hand
        QCOMPARE(s.currentRow(), 1);
    }

    void theStripFoldsAway() {
        Strip s;
        StripTable t;
        t.title = "Things";
        t.columns = {"what"};
        t.rows = {{"one"}};
        t.ids = {"a"};
        s.show(t);
        const int open = s.height();
        s.setFolded(true);
        QVERIFY(s.folded());
        QVERIFY(s.maximumHeight() < open);
        s.setFolded(false);
        QVERIFY(!s.folded());
    }

    void theTrailIsClickedAndWalked() {
        Trail t;
        t.resize(1200, 58);
        t.show({"a", "b", "c", "d", "e", "f", "g", "h", "i"}, Station::load);
        static_cast<QWidget&>(t).show();
        std::vector<Station> chosen;
        connect(&t, &Trail::chosen, this, [&](Station s) { chosen.push_back(s); });
        QTest::mouseClick(&t, Qt::LeftButton, {}, t.stationRect(4).center());
        t.setFocus();
        QTest::keyClick(&t, Qt::Key_Right);
        QTest::keyClick(&t, Qt::Key_Left);
        QCOMPARE(chosen, (std::vector<Station>{Station::hold, Station::piece, Station::place}));
        QVERIFY(t.accessibleDescription().contains("Load: b"));
        t.show({}, Station::place);
        QTest::keyClick(&t, Qt::Key_Left); // there is nothing before the first
        QCOMPARE(chosen.size(), std::size_t(3));
    }

    void thePerchShowsEveryPieceWithItsVerdict() {
        Project p = test::hall();
        addPiece(p, "ledge", "hall-north");
        p.pieces.back().place.anchor = Anchor::typed;
        p.pieces.back().place.x = 60_mm;
        ledgeOf(p.pieces.back()).length = 300_mm;
        Perch perch;
        perch.resize(180, 300);
        perch.show(p, test::planOf(p), "ledge-1");
        QVERIFY(perch.accessibleDescription().contains("Hall ledge: holds"));
        QVERIFY(perch.accessibleDescription().contains("not held"));
        QString chosen;
        connect(&perch, &Perch::chosen, this, [&](const QString& id) { chosen = id; });
        static_cast<QWidget&>(perch).show();
        perch.setFocus();
        QTest::keyClick(&perch, Qt::Key_Down);
        QCOMPARE(chosen, QString("ledge-2"));
    }

    void theLedgerLineAlwaysAnswers() {
        LedgerLine l;
        const Project p = test::hall();
        l.show(p, test::planOf(p), "ledge-1", false);
        for (const char* word : {"holds", "margin", "sag", "may carry", "wood", "cost", "hours", "open"})
            QVERIFY2(l.text().contains(word), word);
        l.show(p, test::planOf(p), "ledge-1", true);
        QVERIFY(l.text().startsWith("with this: "));
        Project q = p;
        q.walls.front().studs.clear();
        l.show(q, test::planOf(q), "ledge-1", false);
        QVERIFY(l.text().contains("not held no stud lies behind the rail"));
        QVERIFY(l.text().contains("1 thing to decide") || l.text().contains("things to decide"));
        l.show(Project(), test::planOf(Project()), "", false);
        QVERIFY(l.text().contains("open"));
    }

    void theOwlAndTheFeathersArePainted() {
        QImage image(120, 120, QImage::Format_ARGB32_Premultiplied);
        image.fill(Qt::white);
        QPainter p(&image);
        paintOwl(p, QRectF(0, 0, 120, 120), currentTheme());
        p.end();
        QSet<QRgb> colours;
        for (int x = 0; x < 120; x += 2)
            for (int y = 0; y < 120; y += 2)
                colours.insert(image.pixel(x, y));
        QVERIFY(colours.size() > 6);
    }

    void contrastIsComputedAsTheStandardSays() {
        QVERIFY(std::abs(contrast(Qt::black, Qt::white) - 21) < 1e-6);
        QVERIFY(std::abs(contrast(Qt::white, Qt::white) - 1) < 1e-6);
        QVERIFY(std::abs(contrast(QColor("#777777"), Qt::white) - 4.48) < 0.01);
    }
};

QTEST_MAIN(TestWidgets)
#include "test_app_widgets.moc"
