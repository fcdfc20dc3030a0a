// Speed of the window itself: one step of a drag on a wall with forty things, up to the repainted picture.
// Needs no screen (QT_QPA_PLATFORM=offscreen).
#include "app/main_window.h"
#include "crowded.h"

#include <QApplication>
#include <QMouseEvent>
#include <benchmark/benchmark.h>

namespace {

void send(QWidget* to, QEvent::Type type, QPoint at, Qt::MouseButtons held) {
    QMouseEvent e(type, at, to->mapToGlobal(at), type == QEvent::MouseMove ? Qt::NoButton : Qt::LeftButton,
                  held, {});
    QApplication::sendEvent(to, &e);
}

/// A window with the crowded wall in Place.
struct Bench {
    Bench() : document(owl::shippedShop().value()), window(&document) {
        window.resize(1280, 800);
        window.show();
        document.reset(crowdedDemo(), {});
        QApplication::processEvents();
    }
    owl::Document document;
    owl::MainWindow window;
};

void dragOneStep(benchmark::State& state) {
    Bench bench;
    owl::Canvas* canvas = bench.window.canvas();
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
    Bench bench;
    int step = 0;
    for (auto _ : state) {
        bench.window.canvas()->onTyped("place.x", QString::number(1000 + ++step % 300));
        bench.window.repaint();
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
