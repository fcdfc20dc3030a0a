// Speed of the window itself: one step of a drag on a wall with forty things, up to the repainted picture.
// Needs no screen (QT_QPA_PLATFORM=offscreen).
#include "app/main_window.h"
#include "project/project_file.h"

#include <QApplication>
#include <QMouseEvent>
#include <benchmark/benchmark.h>

namespace {

owl::Project crowded() {
    auto project = owl::loadProject(std::string(OWL_SOURCE_DIR) + "/demo/harbour-lane.owl").value();
    owl::Wall& wall = project.walls.front();
    for (int i = 0; i < 40; ++i) {
        owl::Obstacle o;
        o.id = "thing-" + std::to_string(i);
        o.kind = i % 3 ? "picture" : "outlet";
        o.x = owl::Length::mm(60 + 85 * i);
        o.z = owl::Length::mm(i % 2 ? 1900 : 260);
        o.width = o.height = owl::Length::mm(70);
        wall.obstacles.push_back(o);
    }
    return project;
}

void send(QWidget* to, QEvent::Type type, QPoint at, Qt::MouseButtons held) {
    QMouseEvent e(type, at, to->mapToGlobal(at), type == QEvent::MouseMove ? Qt::NoButton : Qt::LeftButton,
                  held, {});
    QApplication::sendEvent(to, &e);
}

void dragOneStep(benchmark::State& state) {
    owl::Document document(owl::shippedShop().value());
    owl::MainWindow window(&document);
    window.resize(1280, 800);
    window.show();
    document.reset(crowded(), {});
    QApplication::processEvents();
    owl::Canvas* canvas = window.canvas();
    const QPoint from = canvas->shapeRect("piece:ledge-1").center();
    send(canvas, QEvent::MouseButtonPress, from, Qt::LeftButton);
    int step = 0;
    for (auto _ : state) {
        send(canvas, QEvent::MouseMove, from + QPoint(20 + ++step % 40, 3), Qt::LeftButton);
        canvas->repaint();
    }
    send(canvas, QEvent::MouseButtonRelease, from, Qt::NoButton);
}
BENCHMARK(dragOneStep)->Unit(benchmark::kMillisecond);

/// A number typed on the drawing, up to the repainted window with its lists and inputs.
void typeANumber(benchmark::State& state) {
    owl::Document document(owl::shippedShop().value());
    owl::MainWindow window(&document);
    window.resize(1280, 800);
    window.show();
    document.reset(crowded(), {});
    QApplication::processEvents();
    int step = 0;
    for (auto _ : state) {
        window.canvas()->onTyped("place.x", QString::number(1000 + ++step % 300));
        window.repaint();
    }
}
BENCHMARK(typeANumber)->Unit(benchmark::kMillisecond);

} // namespace

int main(int argc, char** argv) {
    QApplication app(argc, argv);
    app.setStyleSheet(owl::currentTheme().styleSheet());
    benchmark::Initialize(&argc, argv);
    benchmark::RunSpecifiedBenchmarks();
    return 0;
}
