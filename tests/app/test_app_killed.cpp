// The window is killed at random moments while somebody works and saves; nothing older than a second is lost
// and every file can be read.
#include "window_bench.h"

#include <QDateTime>
#include <QElapsedTimer>
#include <QProcess>
#include <QTemporaryDir>
#include <csignal>
#include <random>

using namespace owl;

namespace {

constexpr int lostAtMost = 1000; // ms

/// The one who works: types, drags and saves without end, and tells each edit once it is made.
int work(const QString& folder, unsigned lot) {
    Document document(test::shop());
    document.setFolder(folder);
    MainWindow window(&document);
    window.askChoice = [](const QString&, const QStringList&) { return 0; };
    window.show();
    window.openFile(folder + "/hall.owl");
    std::mt19937 any(lot);
    for (int n = 1;; ++n) {
        const bool drag = any() % 3 != 0;
        document.applyWithin({"edit",
                              [n](Project& p) {
                                  p.name = "edit " + std::to_string(n);
                                  p.pieces.front().place.z = Length::mm(1000 + n % 700);
                              }},
                             drag ? "drag" : "");
        std::printf("%d %lld\n", n, static_cast<long long>(QDateTime::currentMSecsSinceEpoch()));
        std::fflush(stdout);
        if (any() % 40 == 0)
            window.findChild<QAction*>("save")->trigger();
        QTest::qWait(static_cast<int>(any() % 25));
    }
}

int numberIn(const std::string& name) {
    return QString::fromStdString(name).section(' ', 1).toInt();
}

} // namespace

class TestKilled : public QObject {
    Q_OBJECT
  private slots:
    void nothingOlderThanASecondIsLost() {
        const int times =
            qEnvironmentVariableIntValue("OWL_KILLS") > 0 ? qEnvironmentVariableIntValue("OWL_KILLS") : 12;
        std::mt19937 lot(20'261'128);
        QTemporaryDir dir;
        const std::string file = dir.filePath("hall.owl").toStdString();
        int owing = 0; // kills that owed something
        for (int i = 0; i < times; ++i) {
            QDir(dir.filePath("journals")).removeRecursively();
            QVERIFY(saveProject(test::hall(), file).has_value());
            QProcess child;
            child.start(QCoreApplication::applicationFilePath(),
                        {"--work", dir.path(), QString::number(lot())});
            QVERIFY(child.waitForReadyRead(30'000));
            QElapsedTimer clock;
            clock.start();
            const int span = 50 + static_cast<int>(lot() % 1800);
            while (clock.elapsed() < span)
                child.waitForReadyRead(5);
            const qint64 killed = QDateTime::currentMSecsSinceEpoch();
            ::kill(static_cast<pid_t>(child.processId()), SIGKILL);
            child.waitForFinished();
            int owed = 0; // the last edit that is older than a second
            for (const QByteArray& line : child.readAllStandardOutput().split('\n')) {
                const QList<QByteArray> words = line.split(' ');
                if (words.size() == 2 && words[1].toLongLong() < killed - lostAtMost)
                    owed = words[0].toInt();
            }
            owing += owed > 0;
            const auto saved = loadProject(file);
            QVERIFY2(saved.has_value(), saved ? "" : saved.error().c_str());
            int kept = numberIn(saved->name);
            const JournalKeeper other(dir.filePath("journals"));
            for (const LeftJournal& j : other.left()) {
                QVERIFY2(j.fault.empty(), j.fault.c_str());
                kept = std::max(kept, numberIn(j.name));
            }
            QVERIFY2(kept >= owed,
                     qPrintable(QString("kill %1: %2 kept, %3 owed").arg(i).arg(kept).arg(owed)));
        }
        QVERIFY2(owing * 4 >= times, qPrintable(QString::number(owing)));
    }
};

int main(int argc, char** argv) {
    QApplication app(argc, argv);
    test::startWindowTests();
    if (argc == 4 && std::string(argv[1]) == "--work")
        return work(argv[2], QString(argv[3]).toUInt());
    TestKilled t;
    return QTest::qExec(&t, argc, argv);
}

#include "test_app_killed.moc"
