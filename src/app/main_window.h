#pragma once
// The window: composes trail, perch, bench, notes and ledger line around one document.

#include "app/bars.h"
#include "app/canvas.h"
#include "app/notes.h"
#include "app/notice.h"
#include "app/popups.h"
#include "app/strip.h"
#include "drawing/views.h"

#include <QMainWindow>

class QComboBox;
class QLabel;
class QSlider;
class QStackedWidget;

namespace owl {

class PriceListDialog;

class MainWindow : public QMainWindow {
    Q_OBJECT
  public:
    explicit MainWindow(Document* document, QWidget* parent = nullptr);
    ~MainWindow() override;

    void goTo(Station station);
    [[nodiscard]] Station station() const { return station_; }
    [[nodiscard]] QString piece() const { return piece_; }
    /// The wall in view in Place.
    [[nodiscard]] QString wall() const { return wall_; }
    void chooseWall(const QString& id);
    /// What the bench shows in Place.
    enum class PlaceMode { wall, room, practice };
    void setPlaceMode(PlaceMode mode);
    /// Reads a finder's trace (CSV) for the wall in view and says what is wrong with it if it cannot.
    void readScan(const QString& file);
    void setTheme(ThemeName name);
    /// Opens a file. One that another window has in hand is asked about; of one that cannot be read the last
    /// version is offered. When it cannot be, the open document stays and the window says why.
    void openFile(const QString& path);
    /// Puts a sentence where it stays until it is read.
    void warn(const QString& sentence);
    [[nodiscard]] Canvas* canvas() const { return canvas_; }
    [[nodiscard]] QString message() const;

    /// Dialogs go through these, so that tests can answer them.
    std::function<QString(bool save, const QString& suggestion)> askFile;
    std::function<QString()> askScan;
    std::function<int(const QString& question, const QStringList& answers)> askChoice;
    std::function<bool(PriceListDialog&)> askPrices;

    /// The shop's database; empty: what is read into the shop is kept while the window is open.
    QString shopFile;

  protected:
    void showEvent(QShowEvent*) override;
    void changeEvent(QEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    void closeEvent(QCloseEvent*) override;
    void dragEnterEvent(QDragEnterEvent*) override;
    void dropEvent(QDropEvent*) override;
    void keyPressEvent(QKeyEvent*) override;

  private:
    void buildActions();
    void buildFileMenu();
    void buildEditMenu();
    void buildGoMenu();
    void buildViewMenu();
    void buildBody();
    QWidget* buildPerch();
    QLayout* buildBenchHead();
    QWidget* buildEmptyState();
    void wire();
    void wireNotes();
    void wireStrip();
    void refresh();
    void refreshBench(const Project& project, const Plan& plan);
    [[nodiscard]] std::vector<Panel> panelsFor(const Project& project, const Plan& plan) const;
    [[nodiscard]] std::vector<Finding> findingsHere() const;
    void choosePiece(const QString& id);
    std::optional<QString> typed(const QString& field, const QString& text);
    void dragged(const QString& id, Point from, Point now, int phase, double mmPerPixel);
    void dragPiece(const QString& id, Point moved, int phase, double mmPerPixel);
    void dragStud(const QString& id, Point moved, int phase);
    void dragThing(const QString& id, Point moved, int phase);
    void practiceClick(Point at);
    void newPractice();
    void revealPractice();
    void dragItem(const QString& id, Point moved, int phase);
    void clicked(const QString& id);
    void tick(const std::string& id);
    void nudge(int dx, int dz, bool far);
    void showWorking();
    QWidget* buildPlaceTools();
    void fillWalls();
    [[nodiscard]] bool onlyWalls() const; ///< walls are there, but no piece yet
    void showShortcuts();
    void openFinder();
    void hover(const Edit* edit);
    /// A word in passing.
    void say(const QString& sentence);
    void sayAtLength(const QString& sentence);
    /// Why something is not done; it goes when the next thing is.
    void refuse(const QString& sentence);
    [[nodiscard]] int roomForMessage() const;
    void offerJournals();
    void answerJournal(bool take);
    /// True when the file may be opened here: free, to be read only, or taken from the other window.
    bool mayHold(const QString& path, bool& readOnly);
    void holdAgain(const QString& path);
    /// True when the version before a damaged file was taken in its place.
    bool offerLastVersion(const QString& path, const QString& problem);
    struct SaveTo {
        QString path; ///< empty: not at all
        Document::Replace replace = Document::Replace::known;
    };
    SaveTo whereToSave(bool as);
    /// Takes what stands in an input and was not taken yet; why it cannot be, where it cannot.
    std::optional<QString> settleTyped();
    /// Something is being typed: what it would come to goes into the journal.
    void typing(const Field* field, const QString& text);
    [[nodiscard]] std::optional<Field> fieldNamed(const QString& id) const;
    /// Asks before files are replaced.
    bool mayReplace(const QStringList& files);
    void newFrom(const QString& kind);
    /// Adds a piece of this kind to the wall in view, or begins a project with it.
    void addOfKind(const std::string& kind);
    bool mayLeave();
    bool save(bool as);
    void remember(const QString& path);
    void fillRecent();
    void printBook();
    void printVisitSheet();
    void exportFiles();
    void readPrices();
    void writePrices();
    QAction* action(const QString& name, const QString& label, const QKeySequence& key,
                    std::function<void()> run);

    Document* doc_;
    Station station_ = Station::place;
    QString piece_;
    Trail* trail_ = nullptr;
    Perch* perch_ = nullptr;
    Canvas* canvas_ = nullptr;
    Strip* strip_ = nullptr;
    Notes* notes_ = nullptr;
    LedgerLine* ledger_ = nullptr;
    QStackedWidget* stack_ = nullptr;
    QLabel *title_ = nullptr, *subtitle_ = nullptr, *message_ = nullptr, *longMessage_ = nullptr;
    QSlider* apart_ = nullptr;
    QFrame* banner_ = nullptr; ///< what other sessions left
    Notice* notice_ = nullptr;
    QStringList passing_; ///< sentences of the notice that the next change takes back
    QString said_;        ///< the last word, until it is taken back
    std::vector<LeftJournal> left_;
    WorkingCard* card_ = nullptr;
    Finder* finder_ = nullptr;
    QMenu* recent_ = nullptr;
    QWidget *pieceTools_ = nullptr, *cutTools_ = nullptr, *placeTools_ = nullptr, *practiceTools_ = nullptr;
    QComboBox* walls_ = nullptr;
    QAction *undo_ = nullptr, *redo_ = nullptr;
    std::map<QString, QAction*> actions_;
    double turn_ = 35, tilt_ = 24;
    QString wall_;
    PlaceMode mode_ = PlaceMode::wall;
    std::map<Station, int> tabs_;
    /// A drag in hand: where the thing was when it was taken hold of.
    Length dragLeft_, dragBottom_;
    std::size_t dragIndex_ = 0;
    bool dragging_ = false;
    bool readOnly_ = false; ///< as the title says
    WallViewOptions snapView_;
    struct Practice {
        ScanWall truth;
        Trace trace;
        std::vector<double> marks;
        bool revealed = false;
        std::uint64_t seed = 0;
    } practice_;
    bool previewing_ = false;
};

} // namespace owl
