// SPDX-License-Identifier: GPL-3.0-or-later
// The window: start page or review screen, its menus, and what it remembers.
#pragma once

#include "account/account_panel.hpp"
#include "bench/bench_page.hpp"
#include "findings/bodies_panel.hpp"
#include "findings/findings_panel.hpp"
#include "fixes/fixes_panel.hpp"
#include "settings/settings_dialog.hpp"
#include "start/start_page.hpp"
#include "strip/strip_widget.hpp"
#include "timeline/timeline_widget.hpp"
#include "view/view_widget.hpp"
#include "window/commands.hpp"
#include "window/parts.hpp"

#include <QComboBox>
#include <QMainWindow>
#include <QSplitter>
#include <QStackedWidget>
#include <QTimer>
#include <QToolButton>

namespace oddbounce {

class Window : public QMainWindow {
    Q_OBJECT
  public:
    explicit Window(QWidget* parent = nullptr);

    /// Reads in the background; what cannot be used is said in a bar and changes nothing. `worst`: goes to
    /// the worst finding as soon as it is known, unless the recording was looked at before.
    void open(const QString& path, bool worst = true);
    /// Waits for running games that send their frames, or stops waiting.
    void listen();
    /// Opens what was open when the window was closed last.
    void restore_session();
    Session& session() { return session_; }
    ViewWidget& view() { return *view_; }
    FixesPanel& fixes() { return *fixes_panel_; }
    TimelineWidget& timeline() { return *timeline_; }
    FindingsPanel& findings() { return *findings_; }
    StripWidget& strip() { return *strip_; }
    AccountPanel& account() { return *account_; }
    BodiesPanel& bodies() { return *bodies_; }
    BenchPage& bench() { return *bench_; }
    /// The page below the header: the review of findings, or the bench for fixes.
    void show_bench(bool bench);
    bool shows_bench() const { return below_->currentIndex() == 1; }
    StartPage& start() { return *start_; }
    void show_settings();
    void show_coverage();
    void show_why_not();
    void show_recorders();
    SettingsDialog* settings() { return settings_; }
    const Commands& commands() const { return *commands_; }
    QString said() const { return status_->whole(); }
    QString error() const { return error_->isVisible() ? error_->sentence() : QString(); }
    void set_theme(bool dark);
    void set_text_scale(double scale);
    /// Steps per second that playback runs at now.
    double speed() const { return speeds_[static_cast<std::size_t>(speed_)]; }

  signals:
    /// Another text size or language: a new window should take this one's place.
    void wants_fresh();

  protected:
    void dragEnterEvent(QDragEnterEvent*) override;
    void dropEvent(QDropEvent*) override;
    void closeEvent(QCloseEvent*) override;
    bool eventFilter(QObject*, QEvent*) override;

  private:
    void build();
    QWidget* header();
    QToolButton* tool(Sign sign, const QString& text, const QString& command);
    void refresh_icons();
    void follow_session();
    void add_commands();
    void add_file_commands();
    void add_go_commands();
    void add_view_commands();
    void add_languages();
    void add_finding_commands();
    void add_fix_and_help_commands();
    void say(const QString& sentence);
    void play();
    void set_speed(int index);
    void tick();
    void ask_frame();
    void ask_file();
    /// Copy and save for what is drawn in `panel`, in its context menu.
    void offer_picture(QWidget* panel, const QString& name);
    void copy_drawing(QWidget* panel, const QString& name);
    void save_drawing_as(QWidget* panel, const QString& name);
    void offer_for_findings();
    void mark_expected(bool all_like_it);
    void let_go();
    void save_clip_as(bool smallest);
    void copy_card();
    void save_card_as();
    void copy_text(bool markdown);
    void save_page_as();
    void opened();
    void remember(const QString& path);
    void remember_place();
    bool return_to_place();
    void restore_layout();
    void refresh_header();
    void refresh_live();
    void refresh_coverage();
    void show_about();
    void show_guide();
    void keep_thumbnail() const;

    Session session_;
    Commands* commands_;
    QStackedWidget* pages_;
    StartPage* start_;
    FindingsPanel* findings_;
    BodiesPanel* bodies_;
    ViewWidget* view_;
    StripWidget* strip_;
    TimelineWidget* timeline_;
    AccountPanel* account_;
    FixesPanel* fixes_panel_;
    BenchPage* bench_;
    QStackedWidget* below_;
    QPushButton *to_review_, *to_bench_;
    QSplitter *across_, *down_, *left_, *right_;
    ElidedLabel *title_, *status_;
    QLabel *moment_, *time_;
    ErrorBar* error_;
    QPushButton *stop_, *live_, *coverage_;
    QComboBox* speed_box_;
    QToolButton* play_button_ = nullptr;
    std::vector<std::pair<QToolButton*, Sign>> tools_;
    QMenu* recent_menu_;
    QString shown_; ///< the recording whose place is to be remembered
    bool worst_ = false;
    SettingsDialog* settings_ = nullptr;
    QTimer play_;
    std::vector<double> speeds_{0.25, 0.5, 1, 2, 5, 15, 30, 60, 120};
    int speed_ = 5;
};

} // namespace oddbounce
