#include "cli/command.h"

#include "catalog/catalog.h"
#include "cutting/solve.h"
#include "drawing/views.h"
#include "files/csv.h"
#include "files/json_text.h"
#include "plan/plan.h"
#include "plan/plan_json.h"
#include "plan/remedies.h"
#include "project/project_file.h"
#include "project/random_project.h"
#include "report/csv.h"
#include "report/svg.h"
#include "scan/simulator.h"
#include "scan/stud_estimator.h"
#include "solid/stl.h"
#include "strength/cases.h"

#include "measure/words.h"

#include <CLI/CLI.hpp>
#include <charconv>
#include <chrono>
#include <fmt/format.h>
#include <sstream>

namespace owl::cli {
namespace {

namespace fs = std::filesystem;

Shop openShop(const std::string& path) {
    if (path.empty())
        return orStop(shippedShop());
    if (!isThere(path))
        throw Stop{unreadable, shownPath(path) + ": there is no such shop database."};
    auto store = orStop(ShopStore::open(path));
    std::vector<std::string> left;
    Shop shop = orStop(store.load(&left));
    if (!left.empty()) // a plan by half a shop would be another plan
        throw Stop{unreadable, shownPath(path) + ": " + left.front()};
    return shop;
}

using Clock = std::chrono::steady_clock;

/// A time somebody gave for a search.
double secondsIn(double given) {
    constexpr double longest = 100'000; // a day and more; nan compares with nothing
    if (!(given >= 0 && given <= longest))
        throw Stop{unreadable, fmt::format("--seconds: it can be 0 to {:.0f}.", longest)};
    return given;
}

/// A seed somebody gave: digits alone.
std::uint64_t seedIn(const std::string& option, const std::string& given) {
    std::uint64_t seed = 0;
    const auto [end, fault] = std::from_chars(given.data(), given.data() + given.size(), seed);
    if (fault != std::errc() || end != given.data() + given.size())
        throw Stop{unreadable, fmt::format("{}: \"{}\" is not a whole number from 0 to 18446744073709551615.",
                                           option, shortened(given))};
    return seed;
}

/// Many tries, ended by the clock that began then.
CutEffort effortFor(double seconds, Clock::time_point begin = Clock::now()) {
    CutEffort effort;
    effort.tries = 20'000;
    effort.stop = [begin, seconds] {
        return std::chrono::duration<double>(Clock::now() - begin).count() > seconds;
    };
    return effort;
}

/// Seconds that the bound, checking and writing take: by pieces and by kinds, measured on the machine of
/// bench/README.md.
double secondsToWrite(const CutJob& job) {
    double pieces = 0;
    for (const auto& p : job.parts)
        pieces += p.quantity;
    return pieces * 1.2e-6 + static_cast<double>(job.parts.size()) * 1.6e-5;
}

int doPlan(const Options& o, std::ostream& out, std::ostream& err) {
    const Project project = orStop(loadProject(o.file));
    const Shop shop = openShop(o.shop);
    const CutEffort effort = o.planSeconds != 0 ? effortFor(secondsIn(o.planSeconds)) : CutEffort();
    Plan p = plan(project, shop, catalog(), nullptr, effort);
    keepCures(project, shop, catalog(), p);
    if (o.out.empty()) {
        writePlan(project, p, out);
        out << "\n";
        return done;
    }
    std::ostringstream json;
    writePlan(project, p, json);
    json << "\n";
    std::error_code ec;
    fs::create_directories(o.out, ec);
    if (ec)
        throw Stop{unwritable, shownPath(o.out) + ": the folder cannot be made (" + ec.message() + ")."};
    const fs::path dir(o.out);
    write(o, dir / "plan.json", json.str(), err);
    write(o, dir / "cut-job.json", cutJobJson(p.cutJob).dump(2) + "\n", err);
    write(o, dir / "cut-plan.json", cutPlanJson(p.cut).dump(2) + "\n", err);
    write(o, dir / "cut-list.csv", cutListCsv(project, p), err);
    write(o, dir / "shopping.csv", shoppingCsv(p), err);
    write(o, dir / "wall-marks.csv", marksCsv(project, p), err);
    return done;
}

int doCheck(const Options& o, std::ostream& out) {
    const Project project = orStop(loadProject(o.file));
    const Shop shop = openShop(o.shop);
    Plan p = plan(project, shop, catalog());
    keepCures(project, shop, catalog(), p);
    for (const auto& f : p.findings) {
        const std::string& about = f.piece.empty() ? f.wall : f.piece;
        out << severityName(f.severity) << ": " << (about.empty() ? "" : about + ": ") << f.title << ". "
            << f.text;
        for (const auto& r : f.remedies)
            out << " [" << r.name << (r.brings.empty() ? "" : ": " + r.brings) << "]";
        if (f.untried > 0)
            out << " [" << f.untried << (f.untried == 1 ? " remedy was" : " remedies were")
                << " not tried: it would take long; look at it in the window]";
        out << "\n";
    }
    return p.blocked() ? blocks : done;
}

int doCut(const Options& o, std::ostream& out, std::ostream& err) {
    const auto begin = Clock::now();
    const double seconds = secondsIn(o.seconds);
    const std::string text = orStop(readFile(o.file));
    const CutJob job = orStop(readCutJob(text, shownPath(fs::path(o.file).filename())));
    const CutPlan p = solveCutJob(job, effortFor(seconds - secondsToWrite(job), begin));
    if (const std::string fault = faultIn(job, p); !fault.empty())
        throw Stop{unwritable, "the plan failed its own check and is not written: " + fault};
    const std::string json = cutPlanJson(p).dump(2) + "\n";
    if (o.out.empty())
        out << json;
    else
        write(o, o.out, json, err);
    return p.status == CutStatus::infeasible ? blocks : done;
}

/// The piece in question: named, or the only one.
const PiecePlan& pieceOf(const Options& o, const Plan& p) {
    if (p.pieces.empty())
        throw Stop{unreadable, o.file + ": there is no piece in it."};
    if (o.piece.empty())
        return p.pieces.front();
    if (const PiecePlan* pp = p.find(o.piece))
        return *pp;
    throw Stop{unreadable, "--piece: there is no piece \"" + o.piece + "\" in " + o.file + "."};
}

void printOrWrite(const Options& o, const std::string& text, std::ostream& out, std::ostream& err) {
    if (o.out.empty())
        out << text;
    else
        write(o, o.out, text, err);
}

int doModel(const Options& o, std::ostream& out, std::ostream& err) {
    const Project project = orStop(loadProject(o.file));
    const Plan p = plan(project, openShop({}), catalog());
    std::vector<std::pair<std::string, const Solid*>> bodies;
    for (const auto& part : pieceOf(o, p).assembly().parts)
        bodies.emplace_back(part.id, &part.solid);
    printOrWrite(o, stlOf(bodies), out, err);
    return done;
}

/// The part asked for, else the first one that is sawn by a template.
const Part& templatePart(const Options& o, const Assembly& a) {
    const auto curved = partsByTemplate(a);
    if (o.part.empty() && curved.empty())
        throw Stop{unreadable,
                   "--view template: no part of this piece is sawn by a template; name one with --part."};
    const Part* p = o.part.empty() ? curved.front() : a.find(o.part);
    if (!p)
        throw Stop{unreadable, "--part: this piece has no part \"" + o.part + "\"."};
    return *p;
}

int doDraw(const Options& o, std::ostream& out, std::ostream& err) {
    const Project project = orStop(loadProject(o.file));
    const Plan p = plan(project, openShop({}), catalog());
    const PiecePlan& pp = pieceOf(o, p);
    PieceViewOptions options;
    options.hidden = true;
    Drawing d;
    if (o.view == "piece")
        d = pieceView(project, p, pp.id, options);
    else if (o.view == "section")
        d = sectionView(project, p, pp.id);
    else if (o.view == "front")
        d = frontView(project, p, pp.id);
    else if (o.view == "above")
        d = aboveView(project, p, pp.id);
    else if (o.view == "hold")
        d = holdSection(project, p, pp.id);
    else if (o.view == "template")
        d = templateView(templatePart(o, pp.assembly()), pp.assembly(), project.style);
    else
        throw Stop{unreadable,
                   "--view: \"" + o.view +
                       "\" is not known; it can be piece, section, front, above, hold or template."};
    printOrWrite(o, svgOf(d, pp.name), out, err);
    return done;
}

int doStrength(const Options& o, std::ostream& out) {
    const std::string text = orStop(readFile(o.file));
    const std::string name = shownPath(fs::path(o.file).filename());
    const auto doc = parseSortedJson(text);
    if (!doc)
        throw Stop{unreadable, name + ": " + doc.error() + "."};
    const auto result = evaluateCases(*doc);
    if (!result)
        throw Stop{unreadable, name + ": " + result.error() + "."};
    out << result->dump(1) << "\n";
    return done;
}

/// The first project by lot, from this seed on, that the wall can hold: a place without studs is nobody's
/// plan. Four of five seeds go on until nothing blocks; the fifth takes what it gets.
Project drawn(const Options& o, Units units) {
    const Shop shop = openShop({});
    std::optional<Project> last;
    const std::uint64_t seed = seedIn("--random", *o.random);
    for (std::uint64_t i = 0; i < 60; ++i) {
        Project p = orStop(randomProject(o.kind, units, seed + i * 1'000'003));
        const Plan made = plan(p, shop, catalog());
        const SupportVerdict* hold = made.pieces.front().hold();
        const bool held = hold && hold->feasible && made.pieces.front().made.makeable();
        if (held && (seed % 5 == 0 || !made.blocked()))
            return p;
        if (!last)
            last = std::move(p);
    }
    return std::move(*last);
}

int doNew(const Options& o, std::ostream& out) {
    if (o.units != "mm" && o.units != "in")
        throw Stop{unreadable, "--units: \"" + o.units + "\" is not known; it can be mm or in."};
    const Units units = o.units == "in" ? Units::imperial : Units::metric;
    Project p = o.random ? drawn(o, units) : orStop(newProject(o.kind, units));
    for (const auto& s : o.set) {
        const auto equals = s.find('=');
        if (equals == std::string::npos)
            throw Stop{unreadable, "--set: \"" + s + "\" is not NAME=VALUE."};
        auto changed = withParameter(p.pieces.front().params, s.substr(0, equals), s.substr(equals + 1),
                                     units == Units::metric);
        if (!changed)
            throw Stop{unreadable, "--set " + s + ": " + changed.error()};
        p.pieces.front().params = std::move(*changed);
    }
    out << writeProject(p);
    return done;
}

int doKinds(const Options& o, std::ostream& out) {
    if (o.json) {
        nlohmann::ordered_json all = nlohmann::ordered_json::array();
        for (const auto& k : knownKinds())
            all.push_back({{"id", k.id},
                           {"name", k.name},
                           {"about", k.about},
                           {"tools", k.tools},
                           {"parameters", parameterTable(k.id)}});
        out << all.dump(1) << "\n";
        return done;
    }
    for (const auto& k : knownKinds()) {
        out << k.id << ": " << k.name << ", " << k.about << "\n";
        for (const auto& p : parameterTable(k.id))
            out << "  " << p.at("name").get<std::string>() << ": " << p.at("label").get<std::string>()
                << ", default " << p.at("default").dump() << "\n";
    }
    return done;
}

/// A trace read, or one made from a described wall.
int doScan(const Options& o, std::ostream& out) {
    if (o.file.empty() == o.simulate.empty())
        throw Stop{unreadable, "scan: name a trace to read, or --simulate with a described wall, not both."};
    if (!o.simulate.empty()) {
        const std::string text = orStop(readFile(o.simulate));
        const ScanWall wall = orStop(readScanWall(text, shownPath(fs::path(o.simulate).filename())));
        out << traceCsv(simulateScan(wall, seedIn("--seed", o.seed)));
        return done;
    }
    if (!(o.cover >= 0 && o.cover <= 150))
        throw Stop{unreadable, "--cover-mm: a wall cover is 0 to 150 mm thick."};
    const std::string text = orStop(readFile(o.file));
    const Trace trace = orStop(readTraceCsv(text, shownPath(fs::path(o.file).filename())));
    out << estimateJson(estimateStuds(trace, o.cover), {}).dump(1) << "\n";
    return done;
}

/// One row a command: name, what it says about itself, its options, what runs.
struct Command {
    const char *name, *about;
    void (*options)(CLI::App&, Options&);
    int (*execute)(const Options&, std::ostream&, std::ostream&);
};

void projectAndShop(CLI::App& a, Options& o) {
    a.add_option("PROJECT", o.file, "the project (*.owl)")->required();
    a.add_option("--shop", o.shop, "a shop database instead of the shipped price list");
}

const std::vector<Command>& commands() {
    static const std::vector<Command> table{
        {"plan", "Plan a project: plan.json on standard output, or all files into --out.",
         [](CLI::App& a, Options& o) {
             projectAndShop(a, o);
             a.add_option("--out", o.out, "folder for plan.json, CSV and cut job");
             a.add_option("--seconds", o.planSeconds, "search that long for a cheaper cut plan");
         },
         doPlan},
        {"check", "Print the findings; exit 1 if something blocks.", projectAndShop,
         [](const Options& o, std::ostream& out, std::ostream&) { return doCheck(o, out); }},
        {"cut", "Plan a cut job.",
         [](CLI::App& a, Options& o) {
             a.add_option("JOB", o.file, "the job (JSON)")->required();
             a.add_option("--out", o.out, "file for the plan");
             a.add_option("--seconds", o.seconds, "end the search after this time");
         },
         doCut},
        {"model", "Print a piece as STL, one solid a part.",
         [](CLI::App& a, Options& o) {
             a.add_option("PROJECT", o.file, "the project (*.owl)")->required();
             a.add_option("--piece", o.piece, "id of the piece; the first one otherwise");
             a.add_option("--out", o.out, "file to write");
         },
         doModel},
        {"draw", "Print a view of a piece as SVG in true measure.",
         [](CLI::App& a, Options& o) {
             a.add_option("PROJECT", o.file, "the project (*.owl)")->required();
             a.add_option("--piece", o.piece, "id of the piece; the first one otherwise");
             a.add_option("--view", o.view, "piece, section, front, above, hold or template");
             a.add_option("--part", o.part, "id of the part, for a template");
             a.add_option("--out", o.out, "file to write");
         },
         doDraw},
        {"strength", "Evaluate structure cases.",
         [](CLI::App& a, Options& o) {
             a.add_option("CASES", o.file, "a file of structure cases (JSON)")->required();
         },
         [](const Options& o, std::ostream& out, std::ostream&) { return doStrength(o, out); }},
        {"scan", "Find studs in a finder's trace (CSV), or simulate one.",
         [](CLI::App& a, Options& o) {
             a.add_option("TRACE", o.file, "CSV with the header position_mm,reading");
             a.add_option("--cover-mm", o.cover, "thickness of the wall cover");
             a.add_option("--simulate", o.simulate, "a described wall (JSON): write its trace instead");
             a.add_option("--seed", o.seed, "seed of the noise");
         },
         [](const Options& o, std::ostream& out, std::ostream&) { return doScan(o, out); }},
        {"new", "Print a project with one piece of a kind.",
         [](CLI::App& a, Options& o) {
             a.add_option("KIND", o.kind, "see the command kinds")->required();
             a.add_option("--units", o.units, "mm or in");
             a.add_option("--set", o.set, "NAME=VALUE, a parameter of the kind; may be given again");
             a.add_option("--random", o.random, "draw everything by lot from this seed");
         },
         [](const Options& o, std::ostream& out, std::ostream&) { return doNew(o, out); }},
        {"kinds", "Print the kinds of piece and their parameters.",
         [](CLI::App& a, Options& o) { a.add_flag("--json", o.json, "as JSON"); },
         [](const Options& o, std::ostream& out, std::ostream&) { return doKinds(o, out); }},
        {"shop", "Write the shop's price list as CSV, look at one, or read one in.",
         [](CLI::App& a, Options& o) {
             a.add_option("ACTION", o.action, "export, preview or import")->required();
             a.add_option("LIST", o.file, "the price list (CSV)");
             a.add_option("--shop", o.shop, "a shop database instead of the shipped price list");
             a.add_option("--separator", o.separator, "between fields: , ; or tab; as it looks otherwise");
             a.add_option("--decimal", o.decimal, "decimal mark: . or ,; as it looks otherwise");
             a.add_option("--column", o.columns,
                          "OURS=HEADING, a column under another heading; may be given again");
         },
         doShop},
        {"catalog", "Print reference data with sources.",
         [](CLI::App& a, Options& o) {
             a.add_option("SUBJECT", o.subject, "species, screws_gauge, loads, ..")->required();
             a.add_flag("--csv", o.csv, "as CSV");
         },
         [](const Options& o, std::ostream& out, std::ostream&) { return doCatalog(o, out); }},
    };
    return table;
}

} // namespace

int run(const std::vector<std::string>& args, std::ostream& out, std::ostream& err) {
    CLI::App app{"Upright Owl on the command line: plans ledges from the bare wall to the hung piece."};
    app.name("upright-owl-cli");
    app.require_subcommand(1);
    app.set_version_flag("--version", "upright-owl-cli 0.1.0");
    Options options;
    for (const auto& c : commands())
        c.options(*app.add_subcommand(c.name, c.about), options);
    std::vector<std::string> reversed(args.rbegin(), args.rend());
    try {
        app.parse(reversed);
        for (const auto& c : commands())
            if (app.got_subcommand(c.name)) {
                const int code = c.execute(options, out, err);
                if (!out.flush())
                    throw Stop{unwritable,
                               "What was asked for could not be written: the disk is full, or nobody "
                               "reads it any more."};
                return code;
            }
    } catch (const CLI::ParseError& e) {
        return app.exit(e, out, err) == 0 ? done : unreadable;
    } catch (const Stop& s) {
        err << s.sentence << "\n";
        return s.code;
    } catch (const fs::filesystem_error& e) {
        err << shownPath(e.path1()) << ": " << e.code().message() << ".\n";
        return unreadable;
    }
    return unreadable;
}

} // namespace owl::cli
