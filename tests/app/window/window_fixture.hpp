// SPDX-License-Identifier: GPL-3.0-or-later
// What the tests of the window share: they open a sample in it, press keys, drag.
#pragma once

#include "screens.hpp"
#include "theme/theme.hpp"
#include "view/view_widget.hpp"
#include "window/window.hpp"

#include <QSettings>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QtTest>

class WindowFixture : public QObject {
  protected:
    using Window = oddbounce::Window;
    QTemporaryDir folder_;
    std::unique_ptr<Window> window_;

    /// A copy, so that the case file that the window writes stays out of the samples.
    QString copy(const QString& name) {
        const QString path = folder_.filePath(name + ".bouncelog");
        QFile::remove(path), QFile::remove(folder_.filePath(name + ".case.json"));
        QFile::copy(SAMPLES "/" + name + ".bouncelog", path);
        return path;
    }
    void open(const QString& name) {
        window_ = std::make_unique<Window>();
        window_->show();
        window_->open(copy(name));
        QTRY_VERIFY_WITH_TIMEOUT(window_->session().scan_complete(), 20000);
    }
    void press(const QString& keys) { trigger(*window_, qPrintable(keys)); }
    /// With the right button, from the middle of the view.
    static void drag_right(QWidget& view, int by) {
        const QPoint from = view.rect().center();
        QTest::mousePress(&view, Qt::RightButton, {}, from);
        for (const int part : {2, 1}) {
            QMouseEvent move(QEvent::MouseMove, QPointF(from + QPoint(by / part, by / part / 2)),
                             view.mapToGlobal(from), Qt::NoButton, Qt::RightButton, {});
            QApplication::sendEvent(&view, &move);
        }
        QTest::mouseRelease(&view, Qt::RightButton, {}, from + QPoint(by, by / 2));
    }

    /// Presses on a handle and moves it by that much of the world. Returns where the pointer is.
    static QPoint lead(oddbounce::ViewWidget& view, const oddbounce::Handle& handle,
                       const oddbounce::Vec3& by) {
        const QPoint from = view.mapping().to(handle.at).toPoint(),
                     to = view.mapping().to(handle.at + by).toPoint();
        QTest::mousePress(&view, Qt::LeftButton, {}, from);
        for (const QPoint& at : {(from + to) / 2, to}) {
            QMouseEvent move(QEvent::MouseMove, QPointF(at), view.mapToGlobal(QPointF(at)), Qt::NoButton,
                             Qt::LeftButton, {});
            QApplication::sendEvent(&view, &move);
        }
        return to;
    }

    static void prepare() {
        QStandardPaths::setTestModeEnabled(true);
        QCoreApplication::setOrganizationName("odd-bounce-test");
        QSettings().clear();
        oddbounce::Theme::use(*qApp, false);
    }
};
