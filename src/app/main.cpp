#include "app/book_printer.h"
#include "app/main_window.h"
#include "project/project_file.h"
#include "report/visit_sheet.h"

#include <QApplication>
#include <QCommandLineParser>
#include <QDir>
#include <QFileInfo>
#include <QMessageBox>
#include <QSettings>
#include <QStandardPaths>
#include <algorithm>
#include <cstdio>
#include <set>

namespace {

constexpr const char* demoFile = ":/harbour-lane.owl";

int fail(const QString& sentence) {
    std::fprintf(stderr, "%s\n", qPrintable(sentence));
    return 2;
}

tl::expected<owl::Project, std::string> loadAny(const QString& path) {
    if (!path.startsWith(":/"))
        return owl::loadProject(path.toStdString());
    QFile f(path);
    if (!f.open(QIODevice::ReadOnly))
        return tl::unexpected(std::string("the demo is not in the program"));
    return owl::readProject(f.readAll().toStdString(), "harbour-lane.owl");
}

/// Where shop, journals and marks of open files are kept.
QString dataFolder() {
    return QStandardPaths::writableLocation(QStandardPaths::AppLocalDataLocation);
}

/// The person's shop; the shipped one where there is none, with a sentence when that is not what was meant.
std::pair<owl::Shop, QString> openShop(bool demo) {
    QString problem;
    if (!demo) {
        const auto store = owl::ShopStore::open((dataFolder() + "/shop.db").toStdString());
        std::vector<std::string> left;
        auto shop = store ? store->load(&left) : tl::unexpected(store.error());
        for (const auto& l : left)
            problem += (problem.isEmpty() ? "" : " ") + QString::fromStdString(l);
        if (shop)
            return {std::move(*shop), problem};
        problem =
            QObject::tr("%1 The price list that came with the program is used meanwhile; yours is untouched.")
                .arg(QString::fromStdString(shop.error()));
    }
    return {owl::shippedShop().value_or(owl::Shop()), problem};
}

/// Remedies are tried when the hands rest; a picture waits for that.
void rest() {
    QEventLoop loop;
    QTimer::singleShot(150, &loop, &QEventLoop::quit);
    loop.exec();
}

/// What it is drawn on must not be a project: those who type a name too few would lose one.
bool mayDraw(const QString& file) {
    const auto why = owl::whyNotOver(file.toStdString());
    if (why)
        fail(QString::fromStdString(*why));
    return !why;
}

void takeShot(owl::MainWindow& window, const QString& file) {
    QApplication::processEvents();
    QApplication::processEvents();
    rest(); // remedies are tried when the hands rest
    QApplication::processEvents();
    rest(); // and the panel takes its new height after that
    if (mayDraw(file))
        window.grab().save(file);
}

/// Pictures for the documentation: every station as PREFIX-place.png .., then Place once for every room with
/// a piece or a fire in it, from the front and from above, and the practice.
void takeShots(owl::MainWindow& window, const owl::Project& project, const QString& prefix) {
    for (int i = 0; i < owl::stationCount; ++i) {
        const auto s = static_cast<owl::Station>(i);
        window.goTo(s);
        takeShot(window, prefix + QString(owl::stationName(s)).toLower() + ".png");
    }
    window.goTo(owl::Station::place);
    std::set<std::string> seen;
    for (const auto& w : project.walls) {
        const bool used = std::any_of(project.pieces.begin(), project.pieces.end(),
                                      [&](const owl::Piece& p) { return p.wall == w.id; });
        const bool onlyWall = std::count_if(project.walls.begin(), project.walls.end(),
                                            [&](const owl::Wall& o) { return o.room == w.room; }) == 1;
        if ((!used && !onlyWall) || !seen.insert(w.room).second)
            continue;
        const QString name = prefix + QString::fromStdString(w.room);
        window.chooseWall(QString::fromStdString(w.id));
        window.setPlaceMode(owl::MainWindow::PlaceMode::wall);
        takeShot(window, name + "-wall.png");
        window.setPlaceMode(owl::MainWindow::PlaceMode::room);
        takeShot(window, name + "-above.png");
    }
    window.setPlaceMode(owl::MainWindow::PlaceMode::practice);
    takeShot(window, prefix + "practise.png");
}

/// An exception that reaches the event loop is a defect of the program: the edits so far are in the journal,
/// the person is told, and the window goes on.
class Application : public QApplication {
  public:
    using QApplication::QApplication;
    bool notify(QObject* receiver, QEvent* event) override {
        try {
            return QApplication::notify(receiver, event);
        } catch (const std::exception& e) {
            std::fprintf(stderr, "A defect of this program: %s\n", e.what());
            QMessageBox::warning(
                nullptr, tr("Upright Owl"),
                tr("Something went wrong in the program (%1). Your edits are kept in its journal; "
                   "save under a new name and start again.")
                    .arg(QString::fromUtf8(e.what())));
            return false;
        }
    }
};

/// Prints the book, or where none is asked for the visit sheet, to a file; what main returns.
int printed(const QString& path, const QString& book, const QString& visit) {
    if (path.isEmpty())
        return fail("Name the project to print.");
    const auto project = loadAny(path);
    if (!project)
        return fail(QString::fromStdString(project.error()));
    const auto plan = owl::plan(*project, openShop(true).first, owl::catalog());
    if (book.isEmpty() && project->walls.empty())
        return fail("There is no wall in this project yet.");
    const QString file = book.isEmpty() ? visit : book;
    const auto problem =
        book.isEmpty()
            ? owl::writePdf(file, owl::visitSheet(*project, plan, project->walls.front().id), *project)
            : owl::writeBookPdf(file, *project, plan);
    if (problem)
        return fail(*problem);
    std::fprintf(stderr, "wrote %s\n", qPrintable(file));
    return 0;
}

} // namespace

int main(int argc, char** argv) {
    for (int i = 1; i < argc; ++i) // paper and pictures need no screen
        if ((QByteArray(argv[i]) == "--book" || QByteArray(argv[i]) == "--visit-sheet") &&
            qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM"))
            qputenv("QT_QPA_PLATFORM", "offscreen");
    Application app(argc, argv);
    QApplication::setApplicationName("upright-owl");
    QApplication::setOrganizationName("upright-owl");
    QApplication::setApplicationVersion("0.1.0");
    QCommandLineParser parser;
    parser.setApplicationDescription("Plans a piece from the bare wall to the hung piece.");
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument("PROJECT", "a project to open");
    const QCommandLineOption demo("demo", "Open the demo, the Harbour Lane flat.");
    const QCommandLineOption book("book", "Print the build book to FILE without a screen.", "FILE");
    const QCommandLineOption visit(
        "visit-sheet", "Print the visit sheet of the first wall to FILE without a screen.", "FILE");
    const QCommandLineOption shot("shot", "Write a picture of the window to FILE and end.", "FILE");
    const QCommandLineOption shots(
        "shots", "Write pictures of all stations, their names beginning with PREFIX, and end.", "PREFIX");
    const QCommandLineOption size("size", "Size of the window for pictures, as 1024x700.", "SIZE");
    const QCommandLineOption empty("empty", "Begin with an empty project.");
    const QCommandLineOption dusk("dusk", "Begin in the dark theme.");
    parser.addOptions({demo, book, visit, shot, shots, size, empty, dusk});
    parser.process(app);

    QSettings settings;
    QString path = parser.positionalArguments().value(0);
    const bool first = !settings.contains("last");
    if (parser.isSet(empty))
        path.clear();
    else if (path.isEmpty() && (parser.isSet(demo) || (first && !parser.isSet(book) && !parser.isSet(visit))))
        path = demoFile;
    else if (path.isEmpty())
        path = settings.value("last").toString();

    if (parser.isSet(book) || parser.isSet(visit))
        return printed(path, parser.value(book), parser.value(visit));

    const bool pictures = parser.isSet(shot) || parser.isSet(shots);
    auto [shop, shopProblem] = openShop(parser.isSet(demo) || path == demoFile);
    owl::Document document(std::move(shop));
    owl::setCurrentTheme(parser.isSet(dusk) || (!pictures && settings.value("theme") == "dusk")
                             ? owl::ThemeName::dusk
                             : owl::ThemeName::day);
    app.setStyleSheet(owl::currentTheme().styleSheet());
    app.setFont(owl::uiFont(13));
    if (!pictures)
        document.setFolder(dataFolder());
    owl::MainWindow window(&document);
    if (!parser.isSet(demo) && path != demoFile)
        window.shopFile = dataFolder() + "/shop.db";
    QPixmap icon(64, 64);
    icon.fill(Qt::transparent);
    {
        QPainter p(&icon);
        owl::paintOwl(p, QRectF(0, 0, 64, 64), owl::currentTheme());
    }
    app.setWindowIcon(icon);
    if (!pictures)
        window.restoreGeometry(settings.value("geometry").toByteArray());
    if (const QStringList wh = parser.value(size).split('x'); wh.size() == 2)
        window.resize(wh[0].toInt(), wh[1].toInt());
    window.show();
    if (!shopProblem.isEmpty())
        window.warn(shopProblem);
    if (path.startsWith(":/")) {
        if (const auto project = loadAny(path))
            document.reset(*project, path);
    } else if (!path.isEmpty()) {
        window.openFile(path); // says in the window what is wrong with it
    }
    if (pictures) {
        QApplication::processEvents();
        if (parser.isSet(shots))
            takeShots(window, document.project(), parser.value(shots));
        rest();
        if (!parser.isSet(shot))
            return 0;
        if (!mayDraw(parser.value(shot)))
            return 2;
        return window.grab().save(parser.value(shot)) ? 0
                                                      : fail(parser.value(shot) + ": it cannot be written.");
    }
    return QApplication::exec();
}
