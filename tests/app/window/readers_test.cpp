// SPDX-License-Identifier: GPL-3.0-or-later
// The window as a screen reader reads it out.
#include "screens.hpp"
#include "window/window.hpp"

#include <QAccessible>
#include <QSettings>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QtTest>

using namespace oddbounce;

class ReadersTest : public QObject {
    Q_OBJECT
  private:
    QTemporaryDir folder_;
    std::unique_ptr<Window> window_;

    void press(const QString& keys) { trigger(*window_, qPrintable(keys)); }

  private slots:
    void initTestCase() {
        QStandardPaths::setTestModeEnabled(true);
        QCoreApplication::setOrganizationName("odd-bounce-test");
        QSettings().clear();
        QVERIFY(QFile::copy(SAMPLES "/net-throw.bouncelog", folder_.filePath("net-throw.bouncelog")));
    }
    void init() {
        window_ = std::make_unique<Window>();
        window_->show();
        window_->open(folder_.filePath("net-throw.bouncelog"));
        QTRY_VERIFY_WITH_TIMEOUT(window_->session().scan_complete(), 20000);
    }
    void cleanup() { window_.reset(); }

    /// Every control of every screen can be read out: it has a name or text, and what takes the focus is
    /// reachable.
    void everyControl_hasANameForScreenReaders_data() {
        QTest::addColumn<QString>("screen");
        for (const char* screen : screens) QTest::newRow(screen) << screen;
    }
    void everyControl_hasANameForScreenReaders() {
        QFETCH(QString, screen);
        press("N");
        QTRY_VERIFY_WITH_TIMEOUT(judged(*window_), 60000);
        QWidget* top = show_screen(*window_, screen);
        QVERIFY(top);
        int controls = 0;
        for (QWidget* w : top->findChildren<QWidget*>()) {
            const bool hidden = !w->isVisibleTo(top) || w->objectName().startsWith("qt_");
            if (hidden || w->focusPolicy() == Qt::NoFocus || w->focusProxy()) continue;
            QAccessibleInterface* reader = QAccessible::queryAccessibleInterface(w);
            QVERIFY(reader);
            const QString name = reader->text(QAccessible::Name) + reader->text(QAccessible::Description) +
                                 reader->text(QAccessible::Value);
            const bool inside =
                w->parentWidget() &&
                (w->parentWidget()->inherits("QComboBox") ||
                 w->parentWidget()->inherits("QAbstractSpinBox") || w->inherits("QScrollBar") ||
                 w->inherits("QSplitterHandle") || w->inherits("QHeaderView") || w->inherits("QMenuBar") ||
                 w->inherits("QTableCornerButton") || w->inherits("QScrollArea"));
            if (inside) continue;
            QVERIFY2(!name.trimmed().isEmpty(),
                     qPrintable(QString("%1 %2").arg(w->metaObject()->className(), w->objectName())));
            ++controls;
        }
        QVERIFY2(controls >= 2, qPrintable(QString::number(controls)));
    }

    /// Parts that paint themselves can be reached by Tab and say what they show at this moment.
    void paintedParts_sayWhatTheyShow() {
        press("Shift+N");
        const std::pair<QWidget*, QStringList> parts[] = {
            {&window_->view(), {"frame 370 + 16 %", "parcel through net", "gap parcel–net 0 px"}},
            {&window_->strip(), {"frames 367 to 373, now at frame 370"}},
            {&window_->timeline(), {"frame 370 + 16 %", "parcel · net: near"}}};
        for (const auto& [part, says] : parts) {
            QVERIFY(part->focusPolicy() & Qt::TabFocus);
            QAccessibleInterface* reader = QAccessible::queryAccessibleInterface(part);
            QVERIFY(reader && reader->role() != QAccessible::Client);
            QVERIFY(!reader->text(QAccessible::Name).isEmpty());
            for (const QString& text : says)
                QVERIFY2(reader->text(QAccessible::Value).contains(text),
                         qPrintable(reader->text(QAccessible::Value)));
        }
        const QString before =
            QAccessible::queryAccessibleInterface(&window_->view())->text(QAccessible::Value);
        press("Right");
        QVERIFY(QAccessible::queryAccessibleInterface(&window_->view())->text(QAccessible::Value) != before);
    }
};

QTEST_MAIN(ReadersTest)
#include "readers_test.moc"
