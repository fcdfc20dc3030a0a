#include "drawing/obstacle_items.h"

#include <cmath>

namespace owl {
namespace {

/// Draws into the box of one obstacle, its left top corner at (x, y).
class Silhouette {
  public:
    Silhouette(Pen& pen, const Obstacle& o, double floor)
        : pen_(pen), o_(o), id_("obstacle:" + o.id), x_(o.x.mm()), y_(floor - o.top().mm()), w_(o.width.mm()),
          h_(o.height.mm()) {}

    void draw() {
        const std::string& k = o_.kind;
        if (k == "outlet")
            outlet();
        else if (k == "switch")
            lightSwitch();
        else if (k == "thermostat")
            thermostat();
        else if (k == "wall_light")
            lamp();
        else if (k == "vent")
            vent();
        else if (k == "radiator")
            radiator();
        else if (k == "tap")
            tap();
        else if (k == "window")
            window();
        else if (k == "door")
            door();
        else if (k.starts_with("fireplace"))
            fireplace();
        else if (k == "wire_run" || k == "pipe_run")
            run();
        else if (k == "picture")
            picture();
        else
            box(x_, y_, w_, h_, Tone::paper).radius = 4;
        pen_.rect(x_, y_, w_, h_, Tone::none, Tone::none).id = id_; // the whole box takes the pointer
    }

  private:
    Shape& box(double x, double y, double w, double h, Tone fill, Tone stroke = Tone::outline) {
        auto& s = pen_.rect(x, y, w, h, fill, stroke);
        s.id = id_;
        return s;
    }
    Shape& line(std::vector<Point> points, Tone tone = Tone::furnitureLine, double width = 1) {
        auto& s = pen_.line(std::move(points), tone, width);
        s.id = id_;
        return s;
    }
    [[nodiscard]] Point at(double fx, double fy) const { return {x_ + fx * w_, y_ + fy * h_}; }

    void outlet() {
        box(x_, y_, w_, h_, Tone::outlet).radius = 12;
        for (double f : {0.3, 0.7})
            pen_.circle(at(0.5, f), 1.5, Tone::outline).id = id_;
    }
    void lightSwitch() {
        box(x_, y_, w_, h_, Tone::outlet).radius = 10;
        line({at(0.3, 0.5), at(0.7, 0.5)}, Tone::outline, 1.2);
    }
    void thermostat() {
        box(x_, y_, w_, h_, Tone::outlet).radius = 20;
        auto& c = pen_.circle(at(0.5, 0.42), 0, Tone::none, Tone::outline);
        c.radius = w_ * 0.28;
        c.id = id_;
    }
    void lamp() {
        auto& shade =
            pen_.polygon({at(0.25, 0), at(0.75, 0), at(1, 0.55), at(0, 0.55)}, Tone::near, Tone::outline);
        shade.id = id_;
        line({at(0.5, 0.55), at(0.5, 1)}, Tone::outline, 2);
        line({at(0.2, 1), at(0.8, 1)}, Tone::outline, 2);
    }
    void vent() {
        box(x_, y_, w_, h_, Tone::outlet).radius = 4;
        for (double f : {0.2, 0.4, 0.6, 0.8})
            line({at(0.06, f), at(0.94, f)});
    }
    void radiator() {
        box(x_, y_, w_, h_, Tone::furniture, Tone::furnitureLine).radius = 12;
        const int ribs = std::max(3, static_cast<int>(w_ / 80));
        for (int i = 1; i < ribs; ++i)
            line({at(double(i) / ribs, 0.06), at(double(i) / ribs, 0.94)});
    }
    void tap() {
        auto& c = pen_.circle(at(0.5, 0.5), 0, Tone::steel, Tone::outline);
        c.radius = w_ * 0.45;
        c.id = id_;
        line({at(0.5, 0.5), at(0.5, 1.1)}, Tone::outline, 2);
    }
    void window() {
        box(x_, y_, w_, h_, Tone::outlet);
        const double b = std::min(w_, h_) * 0.06;
        box(x_ + b, y_ + b, w_ - 2 * b, h_ - 2 * b, Tone::furniture, Tone::furnitureLine);
        line({at(0.5, 0), at(0.5, 1)}, Tone::outline, 1.2);
        line({at(0, 0.4), at(1, 0.4)}, Tone::outline, 1.2);
        box(x_ - w_ * 0.04, y_ + h_, w_ * 1.08, 40, Tone::outlet);
        swing();
    }
    void door() {
        box(x_ - 60, y_ - 60, w_ + 120, h_ + 60, Tone::floor, Tone::furnitureLine);
        box(x_, y_, w_, h_, Tone::outlet, Tone::furnitureLine);
        for (double f : {0.1, 0.56})
            box(x_ + w_ * 0.16, y_ + h_ * f, w_ * 0.68, h_ * 0.34, Tone::none, Tone::furnitureLine).radius =
                12;
        pen_.circle(at(o_.swing == "left" ? 0.92 : 0.08, 0.52), 3, Tone::outline).id = id_;
        swing();
    }
    /// Where the open leaf lies against this wall.
    void swing() {
        if (o_.swing == "none")
            return;
        const double from = o_.swing == "left" ? x_ - w_ : x_ + w_;
        auto& s = pen_.rect(from, y_, w_, h_, Tone::none, Tone::fails);
        s.dashed = true;
        s.tip = "the open leaf";
    }
    void fireplace() {
        const bool wood = o_.kind == "fireplace_wood";
        box(x_, y_, w_, h_, wood ? Tone::masonry : Tone::furniture, Tone::furnitureLine).radius =
            wood ? 0 : 14;
        const double b = std::min(w_, h_) * 0.14;
        box(x_ + b, y_ + b, w_ - 2 * b, h_ - 2 * b, Tone::outline, Tone::none).radius = 10;
        for (const auto& [fx, high] : {std::pair(0.34, 0.30), std::pair(0.5, 0.48), std::pair(0.66, 0.34)}) {
            const double cx = x_ + fx * w_;
            const double foot = y_ + h_ - b - h_ * 0.06;
            const double tall = high * h_;
            auto& flame = pen_.polygon({{cx, foot},
                                        {cx - w_ * 0.07, foot - tall * 0.35},
                                        {cx - w_ * 0.02, foot - tall * 0.7},
                                        {cx + w_ * 0.01, foot - tall},
                                        {cx + w_ * 0.05, foot - tall * 0.6},
                                        {cx + w_ * 0.07, foot - tall * 0.3}},
                                       fx == 0.5 ? Tone::accent : Tone::fails, Tone::none);
            flame.smooth = true;
            flame.id = id_;
        }
    }
    void run() {
        const bool wire = o_.kind == "wire_run";
        const bool upright = h_ > w_;
        if (!wire) {
            box(x_, y_, w_, h_, Tone::steel, Tone::outline).radius = 20;
            return;
        }
        std::vector<Point> zigzag;
        const int n = std::max(2, static_cast<int>((upright ? h_ : w_) / 120));
        for (int i = 0; i <= n; ++i) {
            const double along = double(i) / n;
            const double aside = i % 2 ? 0.2 : 0.8;
            zigzag.push_back(upright ? at(aside, along) : at(along, aside));
        }
        line(std::move(zigzag), Tone::fails, 1.6).smooth = true;
    }
    void picture() {
        box(x_, y_, w_, h_, Tone::item2);
        const double b = std::min(w_, h_) * 0.1;
        box(x_ + b, y_ + b, w_ - 2 * b, h_ - 2 * b, Tone::paper, Tone::none);
    }

    Pen& pen_;
    const Obstacle& o_;
    std::string id_;
    double x_, y_, w_, h_;
};

} // namespace

void drawObstacle(Pen& pen, const Obstacle& obstacle, double floor) {
    Silhouette(pen, obstacle, floor).draw();
}

} // namespace owl
