#include "catalog/screw_rows.h"

#include <algorithm>
#include <stdexcept>

namespace owl {
namespace {

/// '1-1/4' inches to mm.
double inchLabel(const std::string& label) {
    double total = 0;
    for (const auto& part : split(label, '-')) {
        const auto slash = part.find('/');
        total += slash == std::string::npos
                     ? numberIn(part)
                     : numberIn(part.substr(0, slash)) / numberIn(part.substr(slash + 1));
    }
    return total * 25.4;
}

/// Root, lengths (in the screw's own unit, which is known by then), and drill bits in millimetres and, where
/// the row has them, as sold in inches.
void readCommon(const Row& r, const char* lengths, Screw& s) {
    s.root = r.number("root_mm");
    for (const auto& l : split(r.text(lengths), ';')) {
        s.lengths.push_back(s.metric ? numberIn(l) : inchLabel(l));
        s.lengthLabels.push_back(l + (s.metric ? " mm" : " in"));
    }
    s.pilotSoft = r.number("pilot_soft_mm");
    s.pilotHard = r.number("pilot_hard_mm");
    s.clearance = r.number("clearance_mm");
    s.plug = r.number("plug_bore_mm");
    s.pilotSoftInch = r.text("pilot_soft_in");
    s.pilotHardInch = r.text("pilot_hard_in");
    s.clearanceInch = r.text("clearance_in");
    s.source = r.text("source");
    s.conf = r.text("conf");
}

} // namespace

Screw readGauge(const Row& r) {
    Screw s;
    s.id = "g" + r.text("gauge");
    s.label = "#" + r.text("gauge");
    s.d = r.number("shank_mm");
    s.head = r.number("flat_head_mm");
    readCommon(r, "usual_lengths_in", s);
    return s;
}

Screw readMetric(const Row& r) {
    Screw s;
    s.metric = true;
    s.d = r.number("diameter_mm");
    s.id = "m" + r.text("diameter_mm");
    s.label = r.text("diameter_mm") + " mm";
    s.head = r.number("head_mm");
    readCommon(r, "usual_lengths_mm", s);
    return s;
}

LagScrew readLag(const Row& r) {
    LagScrew s;
    s.id = r.text("id");
    s.label = r.text("label");
    s.metric = r.text("metric") == "yes";
    s.d = r.number("d_mm");
    s.root = r.number("root_mm");
    s.pilotSoft = r.number("pilot_soft_mm");
    s.pilotHard = r.number("pilot_hard_mm");
    s.clearance = r.number("clearance_mm");
    s.threadShare = r.number("thread_share");
    s.threadPlus = r.number("thread_plus_mm");
    s.tip = r.number("tip_mm");
    for (const auto& l : split(r.text("lengths"), ';'))
        s.lengths.push_back(s.metric ? numberIn(l) : inchLabel(l));
    if (s.lengths.empty() || !std::is_sorted(s.lengths.begin(), s.lengths.end()))
        throw std::runtime_error("lag_screws: lengths of " + s.id + " are not in order");
    s.source = r.text("source");
    s.conf = r.text("conf");
    return s;
}

Screw readSpecial(const Row& r) {
    Screw s;
    s.id = r.text("id");
    s.label = r.text("label");
    s.metric = r.text("metric") == "yes";
    s.headKind = r.text("head_kind") == "trim" ? ScrewHead::trim : ScrewHead::washer;
    s.lag = r.text("head_kind") == "lag";
    s.d = r.number("d_mm");
    s.head = r.number("head_mm");
    readCommon(r, "lengths", s);
    return s;
}

} // namespace owl
