// SPDX-License-Identifier: GPL-3.0-or-later
// odd-bounce [FILE] [--frame N[.f]] [--finding ID], or --picture OUT to draw without a window.
#include "language/language.hpp"
#include "theme/theme.hpp"
#include "view/picture.hpp"
#include "window/window.hpp"

#include <QApplication>
#include <QCommandLineParser>
#include <QElapsedTimer>
#include <QSettings>

#include <cmath>
#include <csignal>
#include <cstdio>
#include <functional>
#include <memory>
#include <utility>

using namespace oddbounce;

namespace {

int fail(const QString& sentence) {
    std::fprintf(stderr, "odd-bounce: %s\n", qPrintable(sentence));
    return 2;
}

/// Lets the scan (and, if wanted, the candidates) come to an end.
void settle(Session& session, bool candidates) {
    const auto busy = [&] {
        if (session.scanning()) return true;
        return candidates &&
               std::any_of(session.candidates().begin(), session.candidates().end(), [](const Candidate& c) {
                   return c.state == Candidate::Waiting || c.state == Candidate::Judging;
               });
    };
    while (busy()) QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents, 50);
}

/// "worst", an id, or empty. False: there is no such finding.
bool choose(Session& session, const QString& id) {
    if (id.isEmpty()) return true;
    if (session.findings().empty()) return false;
    session.choose_finding(id == "worst" ? QString::fromStdString(session.findings().front().id) : id);
    return session.finding() != nullptr;
}

bool go_to_frame(Session& session, const QString& text, QString& error) {
    if (text.isEmpty()) return true;
    bool ok = false;
    const double frame = text.toDouble(&ok);
    const std::ptrdiff_t index =
        ok ? session.recording()->frame_index(static_cast<std::int64_t>(std::floor(frame))) : -1;
    if (index < 0)
        return error = "--frame: '" + text + "' is not in the recording, expected a number from " +
                       QString::number(session.recording()->number(session.recording()->begin())) + " to " +
                       QString::number(session.recording()->number(session.recording()->size() - 1)),
               false;
    session.set_moment(static_cast<double>(index) + frame - std::floor(frame));
    return true;
}

/// What the command line asks for, once the recording is read (frame) and judged (finding).
void go_there_when_read(Session& session, const QString& frame, const QString& finding) {
    const auto asked = std::make_shared<QString>(finding);
    QObject::connect(&session, &Session::recording_changed, [&session, frame, once = true]() mutable {
        QString error;
        if (std::exchange(once, false) && !go_to_frame(session, frame, error)) emit session.said(error);
    });
    QObject::connect(&session, &Session::scan_changed, [&session, frame, asked] {
        if (session.scanning() || asked->isEmpty() || !session.scan_complete()) return;
        const QString id = std::exchange(*asked, QString());
        const double moment = session.moment();
        if (!choose(session, id)) emit session.said("--finding: '" + id + "' is not among the findings");
        if (!frame.isEmpty()) session.set_moment(moment);
    });
}

void look_from_outside(Session& session) {
    if (session.recording()->header.space == 3)
        session.set_sight(from_outside(session.section(), session.recording()->header.up));
}

/// Draws the moment without a window. Exit status.
int draw_picture(const QCommandLineParser& parser, const QSize& size) {
    const QStringList files = parser.positionalArguments();
    QString error;
    if (files.isEmpty()) return fail("--picture: names no recording");
    Session session;
    session.wait_for_pictures();
    if (!session.open(files[0], error)) return fail(error);
    settle(session, false);
    if (!choose(session, parser.value("finding")))
        return fail("--finding: '" + parser.value("finding") + "' is not among the findings");
    if (!go_to_frame(session, parser.value("frame"), error)) return fail(error);
    if (parser.isSet("outside")) look_from_outside(session);
    if (parser.isSet("try")) settle(session, true), session.choose_candidate(parser.value("try").toInt() - 1);
    return save_picture(session, parser.value("picture"), size, error) ? 0 : fail(error);
}

/// The bench with all that can be asked of the chosen candidate.
void settle_bench(Window& window) {
    Session& session = window.session();
    window.show_bench(true);
    const auto wait_while = [&](auto&& busy) {
        while (session.candidate() >= 0 &&
               busy(session.candidates()[static_cast<std::size_t>(session.candidate())]))
            QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents, 50);
    };
    if (session.candidate() < 0) return;
    const std::vector<FixNumber> numbers =
        numbers_of(session.candidates()[static_cast<std::size_t>(session.candidate())].fix);
    if (!numbers.empty()) session.seek_range(session.candidate(), numbers.front());
    wait_while([](const Candidate& c) { return c.seeking; });
    if (window.bench().ask_shake()->isEnabled()) session.shake_candidate(session.candidate());
    wait_while([](const Candidate& c) { return c.shaking; });
    if (window.bench().ask_sides()->isEnabled()) session.try_sides(session.candidate());
    wait_while([](const Candidate& c) { return c.siding; });
}

/// Draws the whole window, after all that was asked for is done. Exit status.
int draw_window(Window& window, const QCommandLineParser& parser) {
    Session& session = window.session();
    QString error;
    if (parser.isSet("listen")) { // the frame is waited for
        const auto frame = parser.value("frame").toLongLong();
        QElapsedTimer patience;
        patience.start();
        while (
            patience.elapsed() < 60000 &&
            !(session.recording() && session.recording()->number(session.recording()->size() - 1) >= frame))
            QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents, 50);
        if (!session.recording()) return fail("--listen: no game came within a minute");
    }
    while (!session.loading().isEmpty()) QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents, 50);
    if (!parser.positionalArguments().isEmpty()) {
        if (!session.recording()) return fail(window.error());
        settle(session, false);
        if (!choose(session, parser.value("finding")))
            return fail("--finding: '" + parser.value("finding") + "' is not among the findings");
        if (!go_to_frame(session, parser.value("frame"), error)) return fail(error);
        settle(session, true);
        if (parser.isSet("outside")) look_from_outside(session);
        if (parser.isSet("try")) session.choose_candidate(parser.value("try").toInt() - 1);
        if (parser.isSet("bench")) settle_bench(window);
    }
    QElapsedTimer wait;
    for (wait.start(); wait.elapsed() < 200;) QCoreApplication::processEvents(QEventLoop::AllEvents, 50);
    QWidget* drawn = &window;
    if (parser.isSet("settings")) {
        window.show_settings();
        drawn = window.settings();
        for (wait.restart(); wait.elapsed() < 200;)
            QCoreApplication::processEvents(QEventLoop::AllEvents, 50);
    }
    return drawn->grab().save(parser.value("window-picture"))
               ? 0
               : fail(parser.value("window-picture") + ": cannot be written");
}

/// Runs until the last window is closed. A window that asks for a fresh one (another text size) gives way to
/// it.
int run(QApplication& app, std::unique_ptr<Window> window) {
    std::function<void()> follow = [&] {
        QObject::connect(
            window.get(), &Window::wants_fresh, &app,
            [&] {
                window->close();
                auto next = std::make_unique<Window>();
                next->show();
                next->restore_session();
                window = std::move(next);
                follow();
            },
            Qt::QueuedConnection);
    };
    follow();
    return QApplication::exec();
}

} // namespace

int main(int argc, char** argv) {
    std::signal(SIGXFSZ, SIG_IGN); // a limit on file sizes is told as a failed write
    // A picture needs no display: without one, none is asked for.
    const bool picture =
        std::any_of(argv, argv + argc, [](const char* a) { return QByteArray(a).contains("picture"); });
    if (picture && !qEnvironmentVariableIsSet("QT_QPA_PLATFORM") && !qEnvironmentVariableIsSet("DISPLAY") &&
        !qEnvironmentVariableIsSet("WAYLAND_DISPLAY"))
        qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication app(argc, argv);
    QCoreApplication::setOrganizationName("odd-bounce"), QCoreApplication::setApplicationName("odd-bounce");
    QCoreApplication::setApplicationVersion(ODDB_VERSION);
    QCommandLineParser parser;
    parser.setApplicationDescription(
        "Inspects recorded frames of a game's physics to find faulty collisions.");
    parser.addHelpOption(), parser.addVersionOption();
    parser.addPositionalArgument("FILE", "recording (.bouncelog, .bouncelog.zst, .bounce)", "[FILE]");
    parser.addOptions({{"frame", "goes to frame N, or N.f between two frames.", "N[.f]"},
                       {"settings", "opens the project settings."},
                       {"finding", "chooses a finding by its id; 'worst' is the first of the list.", "ID"},
                       {"picture", "draws the moment to OUT.png or OUT.svg, without a window.", "OUT"},
                       {"window-picture", "draws the whole window to OUT.png.", "OUT"},
                       {"try", "chooses the finding's candidate number N.", "N"},
                       {"bench", "opens the fix bench; its picture shows values and starts, too."},
                       {"outside", "shows a scene of three dimensions from outside, not cut."},
                       {"listen", "waits for a running game that sends its frames."},
                       {"size", "size of the picture.", "WxH", "1280x800"},
                       {"theme", "light or dark; pictures are light unless told otherwise.", "light|dark"},
                       {"language",
                        "language of the window: en or de. Without it, the one chosen in the "
                        "View menu, else the system's.",
                        "CODE"}});
    parser.process(app);
    const QStringList files = parser.positionalArguments();
    const QStringList size_text = parser.value("size").split('x');
    const QSize size = size_text.size() == 2 ? QSize(size_text[0].toInt(), size_text[1].toInt()) : QSize();
    if (size.width() < 16 || size.height() < 16 || size.width() > 16384 || size.height() > 16384)
        return fail("--size: '" + parser.value("size") + "' is not a size, expected WxH");
    if (files.size() > 1) return fail("opens one recording at a time");
    const bool picture_only = parser.isSet("picture"), drawn = parser.isSet("window-picture");
    const QString theme = parser.value("theme");
    if (!theme.isEmpty() && theme != "light" && theme != "dark")
        return fail("--theme: '" + theme + "' is not a theme, expected light or dark");
    const QString language = parser.value("language");
    if (!use_language(language.isEmpty() ? QSettings().value("language").toString() : language)) {
        if (!language.isEmpty())
            return fail("--language: '" + language + "' is not a language of the window, expected en or de");
        use_language({}); // the settings name one that is not there any more
    }
    // A picture to be handed on is light and of the usual text size unless told otherwise.
    const bool dark = theme.isEmpty() ? !picture_only && QSettings().value("dark").toBool() : theme == "dark";
    Theme::use(app, dark, picture_only ? 1.0 : QSettings().value("text scale", 1.0).toDouble());

    if (picture_only) return draw_picture(parser, size);
    auto window = std::make_unique<Window>();
    if (drawn) window->resize(size);
    window->show();
    const bool asked = parser.isSet("frame") || parser.isSet("finding");
    if (!files.isEmpty())
        window->open(files[0], !asked);
    else if (!drawn && !parser.isSet("listen"))
        window->restore_session();
    if (parser.isSet("listen")) window->listen();
    if (drawn) return draw_window(*window, parser);
    go_there_when_read(window->session(), parser.value("frame"), parser.value("finding"));
    return run(app, std::move(window));
}
