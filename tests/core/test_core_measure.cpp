// What people type for a length, and how lengths are shown.
#include "support.h"

#include "measure/equations.h"
#include "measure/parse.h"
#include "measure/words.h"

#include <random>
#include <rapidcheck.h>

using namespace owl;

class TestMeasure : public QObject {
    Q_OBJECT
  private slots:
    void lettersAreReadableOrNot_data() {
        QTest::addColumn<QByteArray>("text");
        QTest::addColumn<bool>("good");
        QTest::newRow("nothing") << QByteArray() << true;
        QTest::newRow("plain") << QByteArray("a ledge\n\tof pine") << true;
        QTest::newRow("two, three, four bytes") << QByteArray("ä – 🦉") << true;
        QTest::newRow("Latin-1") << QByteArray("Gl\xE4nzend") << false;
        QTest::newRow("cut short") << QByteArray("ab\xF0\x9F\xA6") << false;
        QTest::newRow("follower alone") << QByteArray("\x80") << false;
        QTest::newRow("overlong slash") << QByteArray("\xC0\xAF") << false;
        QTest::newRow("overlong in three") << QByteArray("\xE0\x80\xAF") << false;
        QTest::newRow("half a surrogate pair") << QByteArray("\xED\xA0\x80") << false;
        QTest::newRow("beyond the last plane") << QByteArray("\xF4\x90\x80\x80") << false;
        QTest::newRow("a bell") << QByteArray("\x07") << false;
        QTest::newRow("nought") << QByteArray("a\0b", 3) << false;
    }
    void lettersAreReadableOrNot() {
        QFETCH(QByteArray, text);
        QFETCH(bool, good);
        QCOMPARE(readable({text.data(), std::size_t(text.size())}), good);
        const std::string shown = shortened({text.data(), std::size_t(text.size())});
        QVERIFY(readable(shown)); // what stands in a sentence always is
        QVERIFY(shown.find('\n') == std::string::npos);
    }
    void longWordsAreShortenedBetweenLetters() {
        std::string owls;
        for (int i = 0; i < 30; ++i)
            owls += "🦉";
        const std::string shown = shortened(owls);
        QCOMPARE(shown.size(), std::size_t(42)); // ten owls and two full stops
        QVERIFY(readable(shown));
        QCOMPARE(shortened("12 mm"), std::string("12 mm"));
    }
    void aSixtyFourthAndATenthAreExact() {
        QCOMPARE(Length::inches(1, 64).nm(), 396'875);
        QCOMPARE((Length::inches(1, 64) * 64).nm(), Length::inches(1).nm());
        QCOMPARE(Length::mm(0.1).nm(), 100'000);
        QCOMPARE(Length::mm(607.6) * 4 + Length::mm(3.2) * 3, Length::mm(2440));
    }

    void readsWhatPeopleType_data() {
        QTest::addColumn<QString>("typed");
        QTest::addColumn<bool>("inches");
        QTest::addColumn<double>("mm");
        QTest::newRow("mixed fraction") << "37 5/8" << true << 955.675;
        QTest::newRow("hyphen and inch mark") << "37-5/8\"" << true << 955.675;
        QTest::newRow("a fraction means inches in a metric project too") << "37 5/8" << false << 955.675;
        QTest::newRow("feet and inches") << "3' 1 5/8" << true << 955.675;
        QTest::newRow("feet and inches with marks") << "3' 1 5/8\"" << true << 955.675;
        QTest::newRow("feet alone") << "6'" << false << 1828.8;
        QTest::newRow("feet by word") << "6 ft" << false << 1828.8;
        QTest::newRow("bare millimetres") << "956" << false << 956.0;
        QTest::newRow("bare inches") << "12" << true << 304.8;
        QTest::newRow("metres") << "0.956 m" << false << 956.0;
        QTest::newRow("centimetres, decimal comma") << "95,6 cm" << false << 956.0;
        QTest::newRow("a sum of fractions") << "5 1/2 + 1/8" << true << 142.875;
        QTest::newRow("a difference") << "1 m - 3.2 mm" << false << 996.8;
        QTest::newRow("minus with spaces is not a hyphen") << "37 - 5/8" << true << 923.925;
        QTest::newRow("thousands apart") << "1 420" << false << 1420.0;
        QTest::newRow("typographic fraction") << "37\u202F⅝" << true << 955.675;
        QTest::newRow("primes") << "3′ 1 ⅝″" << true << 955.675;
        QTest::newRow("super and subscript fraction") << "3 ⁹⁄₁₆ in" << false << 90.4875;
        QTest::newRow("leading point") << ".5 in" << false << 12.7;
        QTest::newRow("negative") << "-20" << false << -20.0;
        QTest::newRow("spaces around") << "  18 mm " << true << 18.0;
        QTest::newRow("inch word") << "2 inches" << false << 50.8;
    }
    void readsWhatPeopleType() {
        QFETCH(QString, typed);
        QFETCH(bool, inches);
        QFETCH(double, mm);
        const auto v = parseLength(typed.toStdString(), inches ? Units::imperial : Units::metric);
        QVERIFY2(v.has_value(), v ? "" : v.error().c_str());
        QCOMPARE(v->nm(), Length::mm(mm).nm());
    }

    void saysWhatWasNotUnderstood_data() {
        QTest::addColumn<QString>("typed");
        QTest::addColumn<QString>("sentence");
        QTest::newRow("nothing") << ""
                                 << "A length is missing.";
        QTest::newRow("a word") << "wide"
                                << "\"wide\" is not a length: 'wide' was not understood.";
        QTest::newRow("a mistyped unit")
            << "7 1/2 inn"
            << "\"7 1/2 inn\" is not a length: 'inn' is not a unit; did you mean 'in'?.";
        QTest::newRow("an unknown unit")
            << "7 furlongs"
            << "\"7 furlongs\" is not a length: 'furlongs' is not a unit of length; use mm, cm, m, in or ft.";
        QTest::newRow("a dangling plus") << "5 +"
                                         << "\"5 +\" is not a length: a number is missing.";
        QTest::newRow("division by nothing") << "1/0"
                                             << "\"1/0\" is not a length: '/0' was not understood.";
        QTest::newRow("not a number") << "nan"
                                      << "\"nan\" is not a length: 'nan' was not understood.";
        QTest::newRow("infinity") << "inf"
                                  << "\"inf\" is not a length: 'inf' was not understood.";
        QTest::newRow("huge") << "99999999999999999"
                              << "\"99999999999999999\" is not a length: that is more than 100 m.";
        QTest::newRow("two numbers") << "12 13"
                                     << "\"12 13\" is not a length: '13' was not understood.";
    }
    void saysWhatWasNotUnderstood() {
        QFETCH(QString, typed);
        QFETCH(QString, sentence);
        const auto v = parseLength(typed.toStdString(), Units::metric);
        QVERIFY(!v.has_value());
        QCOMPARE(QString::fromStdString(v.error()), sentence);
    }

    void showsTapeFractions_data() {
        QTest::addColumn<double>("mm");
        QTest::addColumn<int>("denominator");
        QTest::addColumn<QString>("shown");
        QTest::newRow("five eighths") << 955.675 << 16 << "37\u202F⅝ in";
        QTest::newRow("rounded to a sixteenth") << 955.0 << 16 << "37\u202F⅝ in";
        QTest::newRow("rounded to a thirty-second") << 955.0 << 32 << "37\u202F¹⁹⁄₃₂ in";
        QTest::newRow("rounded to a sixty-fourth") << 955.0 << 64 << "37\u202F¹⁹⁄₃₂ in";
        QTest::newRow("whole inches") << 25.4 << 16 << "1 in";
        QTest::newRow("under an inch") << 19.05 << 16 << "¾ in";
        QTest::newRow("negative") << -6.35 << 16 << "−¼ in";
    }
    void showsTapeFractions() {
        QFETCH(double, mm);
        QFETCH(int, denominator);
        QFETCH(QString, shown);
        NumberStyle s;
        s.units = Units::imperial;
        s.denominator = denominator;
        QCOMPARE(QString::fromStdString(formatLength(Length::mm(mm), s)), shown);
    }

    void showsMillimetresByLocale() {
        NumberStyle s;
        QCOMPARE(QString::fromStdString(formatLength(Length::mm(1420), s)), QString("1\u202F420 mm"));
        s.decimalComma = true;
        s.plain = true;
        QCOMPARE(QString::fromStdString(formatLength(Length::mm(956.54), s)), QString("956,5 mm"));
        QCOMPARE(QString::fromStdString(formatDecimal(-0.0001, 1, s)), QString("0,0"));
        QVERIFY(!shownExactly(Length::mm(0.05), s));
        QVERIFY(shownExactly(Length::mm(0.1), s));
    }

    void massesAreReadInBothSystems() {
        QCOMPARE(*parseMass("800 g", Units::metric), 0.8);
        QCOMPARE(*parseMass("2", Units::metric), 2.0);
        QVERIFY(std::abs(*parseMass("10", Units::imperial) - 4.5359237) < 1e-9);
        QCOMPARE(QString::fromStdString(parseMass("-1 kg", Units::metric).error()),
                 QString("\"-1 kg\" is not a mass; type for example '12 kg' or '26 lb'."));
        QVERIFY(!parseMass("1e9 kg", Units::metric));
    }

    void everythingShownReadsBack() {
        const bool ok = rc::check("format then parse gives what the tape shows", [](bool inches, int den) {
            const Length l = Length::nm(*rc::gen::inRange<std::int64_t>(0, 30'000'000'000));
            NumberStyle s;
            s.units = inches ? Units::imperial : Units::metric;
            s.denominator = den % 3 == 0 ? 16 : den % 3 == 1 ? 32 : 64;
            const auto back = parseLength(formatLength(l, s), s.units);
            RC_ASSERT(back.has_value());
            RC_ASSERT(*back == roundToTape(l, s));
        });
        QVERIFY(ok);
    }
    /// B'B + 1 is symmetric and positive definite whatever B is; a column times it leads back to that column.
    void equationsAreSolved() {
        std::mt19937 lot(3);
        std::uniform_real_distribution<double> draw(-5, 5);
        for (std::size_t n = 1; n <= 12; ++n) {
            SquareTable B(n);
            SquareTable A(n);
            std::vector<double> want;
            for (std::size_t r = 0; r < n; ++r) {
                want.push_back(draw(lot));
                for (std::size_t c = 0; c < n; ++c)
                    B(r, c) = draw(lot);
            }
            for (std::size_t r = 0; r < n; ++r)
                for (std::size_t c = 0; c < n; ++c) {
                    A(r, c) = r == c ? 1 : 0;
                    for (std::size_t k = 0; k < n; ++k)
                        A(r, c) += B(k, r) * B(k, c);
                }
            const auto got = solveSymmetric(A, A.times(want), 1e-9);
            QVERIFY(got && got->size() == n);
            for (std::size_t r = 0; r < n; ++r)
                QVERIFY(std::abs((*got)[r] - want[r]) < 1e-8);
        }
    }
    void whatIsNotPositiveIsRefused() {
        SquareTable A(2); // a see-saw: one way up, the other down
        A(0, 0) = 1;
        A(1, 1) = -1;
        QVERIFY(!solveSymmetric(A, {1, 1}, 1e-13));
        const auto anyway = solveSymmetric(A, {1, 1});
        QVERIFY(anyway && std::abs((*anyway)[1] + 1) < 1e-12);
    }
};

QTEST_APPLESS_MAIN(TestMeasure)
#include "test_core_measure.moc"
