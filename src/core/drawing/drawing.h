#pragma once
// What a view shows, as faces, lines, texts and dimensions in real measure (mm, y downwards), without
// colours. Screen and paper paint the same list; a tone says what a thing is, the painter what it looks like.

#include <string>
#include <vector>

namespace owl {

struct Point {
    double x = 0, y = 0;
    bool operator==(const Point&) const = default;
};

enum class Tone {
    none,
    wall,
    cover,
    stud,
    floor,
    furniture,
    furnitureLine,
    person,
    woodFace,
    woodEdge,
    woodEnd,
    steel,
    masonry,
    outline,
    hidden,
    ghost,
    guide,
    goodBand,
    wireBand,
    cableBand,
    outlet,
    item1,
    item2,
    item3,
    item4,
    load,
    accent,
    holds,
    near,
    fails,
    info,
    text,
    soft,
    dim,
    paper,
    kerf,
    waste,
    offcut,
    fresh,
    sagNow,
    sagLater,
    limit
};

enum class ShapeKind { polygon, line, circle, text, dimension };
enum class Align { left, centre, right };

struct Shape {
    ShapeKind kind = ShapeKind::polygon;
    std::vector<Point> points; ///< corners; line: path; circle: centre; text: anchor; dimension: both ends
    Tone fill = Tone::none, stroke = Tone::none;
    double width = 1; ///< of the stroke in px
    bool dashed = false;
    bool smooth = false; ///< a curve through the points
    bool arrow = false;  ///< at the end of a line
    double radius = 0;   ///< circle: mm; polygon: rounding of corners in mm
    double radiusPx = 0; ///< circle: fixed size in px instead
    double grain = -1;   ///< angle of the grain in degrees, -1: none
    std::string text;
    int size = 13; ///< px
    bool bold = false;
    Align align = Align::centre;
    double dx = 0, dy = 0; ///< px, moves a text or the label of a dimension
    bool vertical = false; ///< text reads upwards
    double fold = 0; ///< text: mm it may be wide; a longer one goes on in the next line. 0: as wide as it is
    std::string id;  ///< what it belongs to: 'piece:ledge-1', 'stud:3'
    std::string field; ///< the input a click opens, dimensions only
    std::string tip;   ///< name for screen readers and the pointer
};

struct Drawing {
    std::vector<Shape> shapes;
    Point low, high; ///< extent in mm that must be seen
    double marginLeft = 12, marginTop = 12, marginRight = 12,
           marginBottom = 12; ///< px around the extent for labels
};

/// Collects shapes with short names.
class Pen {
  public:
    explicit Pen(Drawing& d) : d_(d) {}
    Shape& rect(double x, double y, double w, double h, Tone fill, Tone stroke = Tone::none);
    Shape& polygon(std::vector<Point> points, Tone fill, Tone stroke = Tone::none);
    Shape& line(std::vector<Point> points, Tone stroke, double width = 1);
    Shape& circle(Point centre, double radiusPx, Tone fill, Tone stroke = Tone::none);
    Shape& text(Point at, std::string words, Tone tone = Tone::text, int size = 13);
    /// A dimension from a to b; a click on its number opens `field` if that is not empty.
    Shape& dimension(Point a, Point b, std::string words, std::string field = {});
    void extent(Point low, Point high);

  private:
    Shape& add(Shape s);
    Drawing& d_;
};

} // namespace owl
