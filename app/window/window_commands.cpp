// SPDX-License-Identifier: GPL-3.0-or-later
// The window's commands, by menu.
#include "language/language.hpp"
#include "theme/theme.hpp"
#include "window/window.hpp"

#include <QFileInfo>
#include <QInputDialog>
#include <QMenu>
#include <QSettings>

namespace oddbounce {

void Window::add_commands() {
    add_file_commands(), add_go_commands(), add_view_commands(), add_finding_commands(),
        add_fix_and_help_commands();
}

void Window::add_file_commands() {
    const auto add = [this](const QString& text, const char* keys, std::function<void()> run,
                            bool group = false) {
        commands_->add({MenuOf::File, text, keys, std::move(run), nullptr, group});
    };
    add(tr("Open…"), "Ctrl+O", [this] { ask_file(); });
    recent_menu_ = new QMenu(tr("Recent"), this);
    commands_->add_menu(MenuOf::File, recent_menu_);
    add(tr("Start page"), "Ctrl+W", [this] { play_.stop(), refresh_icons(), pages_->setCurrentIndex(0); });
    commands_->add({MenuOf::File, tr("Listen for a running game"), "Ctrl+L", [this] { listen(); },
                    [this] { return session_.listening(); }, true});
    add(
        tr("Save a clip of the finding…"), "Ctrl+E", [this] { save_clip_as(false); }, true);
    add(tr("Save the smallest clip that shows it…"), "Ctrl+Shift+E", [this] { save_clip_as(true); });
    add(
        tr("Save the view as a picture…"), "Ctrl+S", [this] { save_drawing_as(view_, tr("view")); }, true);
    add(tr("Save a ticket card…"), "Ctrl+T", [this] { save_card_as(); });
    add(tr("Save the finding as a web page…"), "Ctrl+Shift+S", [this] { save_page_as(); });
    add(
        tr("Project settings…"), "Ctrl+,", [this] { show_settings(); }, true);
    add(
        tr("Quit"), "Ctrl+Q", [this] { close(); }, true);
}

void Window::ask_frame() {
    if (!session_.recording()) return;
    bool ok = false;
    const Recording& r = *session_.recording();
    const int n = QInputDialog::getInt(
        this, tr("Go to a frame"), tr("frame"), static_cast<int>(r.number(session_.moment_index())),
        static_cast<int>(r.number(r.begin())), static_cast<int>(r.number(r.size() - 1)), 1, &ok);
    if (ok && r.frame_index(n) >= 0) session_.set_moment(static_cast<double>(r.frame_index(n)));
}

void Window::add_go_commands() {
    const auto add = [this](const QString& text, const char* keys, std::function<void()> run,
                            bool group = false) {
        commands_->add({MenuOf::Go, text, keys, std::move(run), nullptr, group});
    };
    constexpr double sixteenth = 1.0 / 16;
    add(tr("Play or pause"), "Space", [this] { play(); });
    add(tr("Faster"), "+ or =", [this] { set_speed(speed_ + 1); });
    add(tr("Slower"), "-", [this] { set_speed(speed_ - 1); });
    add(
        tr("Next frame"), "Right",
        [this] { session_.set_moment(std::floor(session_.moment() + 1e-6) + 1.0); }, true);
    add(tr("Previous frame"), "Left",
        [this] { session_.set_moment(std::ceil(session_.moment() - 1e-6) - 1.0); });
    add(tr("Ten frames on"), "Shift+Right", [this] { session_.step_by(10); });
    add(tr("Ten frames back"), "Shift+Left", [this] { session_.step_by(-10); });
    add(tr("A sixteenth of a step on"), "Alt+Right", [this] { session_.step_by(sixteenth); });
    add(tr("A sixteenth of a step back"), "Alt+Left", [this] { session_.step_by(-sixteenth); });
    add(tr("First frame"), "Home", [this] { session_.set_moment(session_.first_moment()); });
    add(tr("Last frame"), "End", [this] { session_.set_moment(session_.last_moment()); });
    add(tr("Go to a frame…"), "Ctrl+J", [this] { ask_frame(); });
    add(
        tr("The touch"), "T", [this] { session_.go_to_touch(); }, true);
    add(tr("Next finding"), "N", [this] { findings_->step(1); });
    add(tr("Previous finding"), "P", [this] { findings_->step(-1); });
    add(tr("Worst finding"), "Shift+N", [this] { session_.show_worst(); });
    commands_->add({MenuOf::Go, tr("Follow the newest frame"), "F",
                    [this] { session_.set_follows(!session_.follows()); },
                    [this] { return session_.follows(); }, true});
}

void Window::add_view_commands() {
    const auto add = [this](const QString& text, const char* keys, std::function<void()> run,
                            bool group = false) {
        commands_->add({MenuOf::View, text, keys, std::move(run), nullptr, group});
    };
    const auto toggle = [this](const QString& text, const char* keys, std::function<void()> run,
                               std::function<bool()> on, bool group = false) {
        commands_->add({MenuOf::View, text, keys, std::move(run), std::move(on), group});
    };
    add(tr("Fit the finding"), "Z", [this] { view_->look_at_finding(); });
    add(tr("Fit the whole scene"), "A", [this] { view_->look_at_all(); });
    toggle(
        tr("Follow the chosen body"), "H", [this] { view_->toggle_hold(); },
        [this] { return view_->holds(); });
    toggle(
        tr("Ghosts"), "G", [this] { view_->toggle_ghosts(); }, [this] { return view_->shows_ghosts(); },
        true);
    toggle(
        tr("Loupe"), "L", [this] { view_->toggle_loupe(); }, [this] { return view_->shows_loupe(); });
    toggle(
        tr("The game's pictures"), "I", [this] { session_.set_shows_pictures(!session_.shows_pictures()); },
        [this] { return session_.shows_pictures(); });
    toggle(
        tr("Measure"), "M", [this] { view_->toggle_measure(); }, [this] { return view_->measures(); });
    toggle(
        tr("Show only the chosen body and what it meets"), "S", [this] { session_.toggle_alone(); },
        [this] { return !session_.hidden().empty(); }, true);
    toggle(
        tr("What stops the chosen body?"), "W",
        [this] {
            if (session_.body() < 0)
                return say(tr("Choose a body first. What does not stop it is then drawn faintly."));
            session_.set_asks_what_stops(!session_.asks_what_stops());
        },
        [this] { return session_.asks_what_stops(); });
    const auto in_space = [this] { return session_.recording() && session_.recording()->header.space == 3; };
    const auto of_space = [this, in_space](std::function<void()> run) {
        return [this, in_space, run] {
            in_space() ? run() : say(tr("This is for scenes of three dimensions."));
        };
    };
    toggle(
        tr("From outside, not cut"), "K", of_space([this] { view_->toggle_section(); }),
        [this, in_space] { return in_space() && !session_.sight().section; }, true);
    static constexpr const char* axes[] = {"x", "y", "z"};
    static constexpr const char* keys[] = {"X", "Y", "Shift+Z"};
    for (int axis = 0; axis < 3; ++axis)
        add(tr("Look along %1").arg(axes[axis]), keys[axis], of_space([this, axis] { view_->look_along(axis); }));
    add(tr("Cut as the finding is best seen"), "Shift+K", of_space([this] { view_->show_telling_plane(); }));
    add(tr("Push the cut away"), "PgDown", of_space([this] { view_->push_plane_by_pixels(-4.0); }));
    add(tr("Pull the cut nearer"), "PgUp", of_space([this] { view_->push_plane_by_pixels(4.0); }));
    toggle(
        tr("Dark theme"), "Ctrl+D", [this] { set_theme(!Theme::current().dark); },
        [] { return Theme::current().dark; }, true);
    add(tr("Larger text"), "Ctrl++ or Ctrl+=", [this] { set_text_scale(Theme::text_scale() + 0.1); });
    add(tr("Smaller text"), "Ctrl+-", [this] { set_text_scale(Theme::text_scale() - 0.1); });
    add(tr("Normal text"), "Ctrl+0", [this] { set_text_scale(1.0); });
    add_languages();
    toggle(
        tr("Full screen"), "F11", [this] { isFullScreen() ? showNormal() : showFullScreen(); },
        [this] { return isFullScreen(); });
    add(
        tr("Copy the view as a picture"), "Ctrl+Shift+V", [this] { copy_drawing(view_, tr("view")); }, true);
    add(tr("Copy the strip as a picture"), "Ctrl+Shift+R", [this] { copy_drawing(strip_, tr("strip")); });
}

/// The names of languages stand in themselves.
void Window::add_languages() {
    const auto add = [this](const QString& code, const QString& name, bool group) {
        const auto choose = [this, code] {
            QSettings().setValue("language", code);
            use_language(code);
            emit wants_fresh(); // texts are taken in when a window is made
        };
        commands_->add({MenuOf::View, tr("Language: %1").arg(name), "", choose,
                        [code] { return QSettings().value("language").toString() == code; }, group});
    };
    add({}, tr("as the system"), true);
    for (const Language& l : languages()) add(l.code, l.name, false);
}

void Window::add_finding_commands() {
    const auto add = [this](const QString& text, const char* keys, std::function<void()> run,
                            bool group = false) {
        commands_->add({MenuOf::Finding, text, keys, std::move(run), nullptr, group});
    };
    add(tr("Filter the findings"), "Ctrl+F", [this] { findings_->filter_line()->setFocus(); });
    add(
        tr("Mark as expected, or not…"), "O", [this] { mark_expected(false); }, true);
    add(tr("Mark all like it as expected…"), "Shift+O", [this] { mark_expected(true); });
    add(
        tr("Copy as text"), "Ctrl+C", [this] { copy_text(false); }, true);
    add(tr("Copy as Markdown"), "Ctrl+Shift+M", [this] { copy_text(true); });
    add(tr("Copy a ticket card"), "Ctrl+Shift+C", [this] { copy_card(); });
    add(
        tr("Add a note here…"), "D", [this] { view_->drop_note(); }, true);
    add(
        tr("Why was nothing found here?"), "Shift+W", [this] { show_why_not(); }, true);
    add(tr("What is judged…"), "", [this] { show_coverage(); });
    add(tr("Let go of the finding, the body, the filter"), "Esc", [this] { let_go(); });
}

void Window::add_fix_and_help_commands() {
    const auto add = [this](MenuOf menu, const QString& text, const char* keys, std::function<void()> run,
                            bool group = false) {
        commands_->add({menu, text, keys, std::move(run), nullptr, group});
    };
    add(MenuOf::Fix, tr("New candidate fix…"), "C", [this] { fixes_panel_->new_candidate(); });
    commands_->add({MenuOf::Fix, tr("Fix bench"), "B", [this] { show_bench(!shows_bench()); },
                    [this] { return shows_bench(); }, true});
    add(MenuOf::Fix, tr("Recorded and fixed one over the other"), "Shift+B", [this] {
        show_bench(true);
        bench_->toggle_overlay();
    });
    commands_->menu(MenuOf::Fix)->addSeparator();
    for (const bool undo : {true, false}) { // their texts name what they undo
        QAction* action = undo ? session_.undo().createUndoAction(this, tr("Undo"))
                               : session_.undo().createRedoAction(this, tr("Redo"));
        action->setShortcut(QKeySequence(undo ? "Ctrl+Z" : "Ctrl+Shift+Z"));
        commands_->menu(MenuOf::Fix)->addAction(action);
        addAction(action);
    }
    add(MenuOf::Help, tr("User guide"), "F1", [this] { show_guide(); });
    add(MenuOf::Help, tr("Search the commands…"), "Ctrl+K", [this] { choose_command(this, *commands_); });
    add(MenuOf::Help, tr("All keys"), "?", [this] { show_keys(this, *commands_); });
    add(
        MenuOf::Help, tr("Record your game…"), "", [this] { show_recorders(); }, true);
    add(
        MenuOf::Help, tr("About Odd Bounce"), "", [this] { show_about(); }, true);
}

/// One step back at a time: what is read, what is measured, the finding, the body, the filter.
void Window::let_go() {
    if (!session_.loading().isEmpty()) return session_.stop_loading();
    if (view_->measures()) return view_->toggle_measure(), commands_->refresh();
    if (session_.finding()) return session_.leave_finding();
    if (session_.body() >= 0) return session_.choose_body(-1);
    findings_->filter_line()->clear();
    view_->setFocus();
}

} // namespace oddbounce
