// SPDX-License-Identifier: GPL-3.0-or-later
// The window: start page or review screen, its keys, and what it remembers.
#pragma once

#include "account/account_panel.hpp"
#include "findings/bodies_panel.hpp"
#include "findings/findings_panel.hpp"
#include "settings/settings_dialog.hpp"
#include "start/start_page.hpp"
#include "strip/strip_widget.hpp"
#include "timeline/timeline_widget.hpp"
#include "tries/tries_panel.hpp"
#include "view/view_widget.hpp"

#include <QLabel>
#include <QMainWindow>
#include <QSplitter>
#include <QStackedWidget>
#include <QTimer>

namespace oddbounce {

/// One key and what it does: for actions, tooltips and the shortcut sheet alike.
struct Shortcut {
    QString keys, what;
    std::function<void()> run;
};

class Window : public QMainWindow {
    Q_OBJECT
  public:
    explicit Window(QWidget* parent = nullptr);

    /// Reads beside the window; what cannot be used is said in the status line and changes nothing.
    void open(const QString& path);
    /// Waits for running games that send their frames, or stops waiting.
    void listen();
    Session& session() { return session_; }
    ViewWidget& view() { return *view_; }
    TriesPanel& tries() { return *tries_; }
    TimelineWidget& timeline() { return *timeline_; }
    FindingsPanel& findings() { return *findings_; }
    StripWidget& strip() { return *strip_; }
    void show_settings();
    SettingsDialog* settings() { return settings_; }
    const std::vector<Shortcut>& shortcuts() const { return shortcuts_; }
    QString said() const { return status_->text(); }
    void set_theme(bool dark);
    /// Steps a second that playback runs at now.
    double speed() const { return speeds_[static_cast<std::size_t>(speed_)]; }

  protected:
    void dragEnterEvent(QDragEnterEvent*) override;
    void dropEvent(QDropEvent*) override;
    void closeEvent(QCloseEvent*) override;

  private:
    void build();
    QWidget* header();
    void keys();
    void add_key(const QString& keys, const QString& what, std::function<void()> run);
    void say(const QString& sentence, bool wrong = false);
    void play();
    void faster(int direction);
    void tick();
    void show_sheet();
    void ask_file();
    /// Copy and save for what is drawn in `panel`, on its right button.
    void offer_picture(QWidget* panel, const QString& name);
    void copy_drawing(QWidget* panel, const QString& name);
    void save_drawing_as(QWidget* panel, const QString& name);
    void offer_for_findings();
    void mark_fine(bool all_like_it);
    void save_clip_as(bool smallest);
    void opened();
    void remember(const QString& path);
    void remember_place();
    void return_to_place();
    void restore();
    void refresh_header();
    void refresh_live();

    Session session_;
    QStackedWidget* pages_;
    StartPage* start_;
    FindingsPanel* findings_;
    BodiesPanel* bodies_;
    ViewWidget* view_;
    StripWidget* strip_;
    TimelineWidget* timeline_;
    AccountPanel* account_;
    TriesPanel* tries_;
    QSplitter *across_, *down_, *left_;
    QLabel *title_, *detail_, *moment_, *time_, *status_, *playing_;
    QPushButton *stop_, *live_;
    QString shown_; ///< the recording whose place is to be remembered
    SettingsDialog* settings_ = nullptr;
    QTimer play_;
    std::vector<Shortcut> shortcuts_;
    std::vector<double> speeds_{0.25, 0.5, 1, 2, 5, 15, 30, 60, 120};
    int speed_ = 5;
};

} // namespace oddbounce
