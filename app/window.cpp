// SPDX-License-Identifier: GPL-3.0-or-later
#include "window.hpp"

#include "fault/telling.hpp"
#include "findings/fine_dialog.hpp"
#include "listener.hpp"
#include "theme/theme.hpp"

#include <QApplication>
#include <QClipboard>
#include <QCloseEvent>
#include <QDialog>
#include <QDir>
#include <QDragEnterEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QInputDialog>
#include <QMenu>
#include <QMimeData>
#include <QScrollArea>
#include <QSettings>
#include <QShortcut>
#include <QStatusBar>
#include <QVBoxLayout>

namespace oddbounce {

Window::Window(QWidget* parent) : QMainWindow(parent) {
    setAcceptDrops(true);
    build();
    keys();
    connect(&play_, &QTimer::timeout, this, &Window::tick);
    connect(&session_, &Session::said, this, [this](const QString& s) { say(s); });
    connect(view_, &ViewWidget::hovered, this, [this](const QString& s) { say(s); });
    connect(account_, &AccountPanel::wants_plot, timeline_, &TimelineWidget::plot);
    connect(start_, &StartPage::wants, this, &Window::open);
    connect(&session_, &Session::recording_changed, this, &Window::opened);
    connect(&session_, &Session::refused, this, [this](const QString& s) { say(s, true); });
    connect(&session_, &Session::loading_changed, this, [this] {
        stop_->setVisible(!session_.loading().isEmpty());
        if (!session_.loading().isEmpty()) say("Reading " + QFileInfo(session_.loading()).fileName() + "…");
    });
    connect(&session_.read_work(), &Background::progress, this, [this](double share, double left) {
        say(QString("Reading %1 · %2 %%3")
                .arg(QFileInfo(session_.loading()).fileName())
                .arg(static_cast<int>(share * 100))
                .arg(left < 0 ? QString() : QString(" · %1 s left").arg(static_cast<int>(left) + 1)));
    });
    offer_picture(view_, "moment"), offer_picture(strip_, "strip"), offer_picture(timeline_, "timeline");
    connect(start_, &StartPage::wants_dialog, this, &Window::ask_file);
    for (auto signal : {&Session::moment_changed, &Session::recording_changed})
        connect(&session_, signal, this, &Window::refresh_header);
    connect(start_, &StartPage::wants_games, this, &Window::listen);
    connect(&session_, &Session::live_changed, this, &Window::refresh_live);
    connect(&session_, &Session::grown, this, &Window::refresh_header);
    connect(&session_, &Session::closed, this, [this] { shown_.clear(), pages_->setCurrentIndex(0); });
    offer_for_findings();
    restore();
    refresh_header();
}

QWidget* Window::header() {
    auto* bar = new QWidget;
    bar->setFixedHeight(40);
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(14, 0, 14, 0);
    title_ = new QLabel, detail_ = new QLabel, moment_ = new QLabel, time_ = new QLabel,
    playing_ = new QLabel;
    title_->setFont(type(14, true)), moment_->setFont(type(16, true));
    for (QLabel* l : {detail_, time_, playing_})
        l->setFont(type(12)), l->setForegroundRole(QPalette::PlaceholderText);
    moment_->setMinimumWidth(190), moment_->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    time_->setMinimumWidth(90);
    row->addWidget(title_), row->addSpacing(12), row->addWidget(detail_), row->addStretch(2);
    row->addWidget(moment_), row->addSpacing(12), row->addWidget(time_), row->addStretch(3),
        row->addWidget(playing_);
    auto* settings_button = new QPushButton("settings");
    settings_button->setToolTip("Thresholds of this project, and what changing them would do (Ctrl+,)");
    settings_button->setFocusPolicy(Qt::NoFocus);
    connect(settings_button, &QPushButton::clicked, this, &Window::show_settings);
    auto* keys_button = new QPushButton("keys");
    keys_button->setToolTip("All keys (?)");
    keys_button->setFocusPolicy(Qt::NoFocus);
    connect(keys_button, &QPushButton::clicked, this, &Window::show_sheet);
    live_ = new QPushButton;
    live_->setFocusPolicy(Qt::NoFocus), live_->hide();
    connect(live_, &QPushButton::clicked, this, [this] { session_.set_follows(!session_.follows()); });
    row->addWidget(live_), row->addSpacing(6), row->addWidget(settings_button), row->addSpacing(6),
        row->addWidget(keys_button);
    return bar;
}

void Window::build() {
    findings_ = new FindingsPanel(session_), bodies_ = new BodiesPanel(session_);
    view_ = new ViewWidget(session_), strip_ = new StripWidget(session_),
    timeline_ = new TimelineWidget(session_);
    account_ = new AccountPanel(session_), tries_ = new TriesPanel(session_);
    left_ = new QSplitter(Qt::Vertical);
    left_->addWidget(findings_), left_->addWidget(bodies_);
    left_->setSizes({500, 260});
    down_ = new QSplitter(Qt::Vertical);
    down_->addWidget(view_), down_->addWidget(strip_), down_->addWidget(timeline_);
    down_->setSizes({430, 100, 230}), down_->setStretchFactor(0, 1);
    auto* tries_area = new QScrollArea;
    tries_area->setWidget(tries_), tries_area->setWidgetResizable(true),
        tries_area->setFrameShape(QFrame::NoFrame);
    auto* right = new QSplitter(Qt::Vertical);
    right->addWidget(account_), right->addWidget(tries_area);
    right->setSizes({510, 250});
    across_ = new QSplitter(Qt::Horizontal);
    across_->addWidget(left_), across_->addWidget(down_), across_->addWidget(right);
    across_->setSizes({244, 732, 304}), across_->setStretchFactor(1, 1);
    for (QSplitter* s : {left_, down_, right, across_})
        s->setHandleWidth(1), s->setChildrenCollapsible(false);

    auto* review = new QWidget;
    auto* column = new QVBoxLayout(review);
    column->setContentsMargins(0, 0, 0, 0), column->setSpacing(0);
    auto* line = new QFrame;
    line->setFrameShape(QFrame::HLine), line->setFixedHeight(1);
    column->addWidget(header()), column->addWidget(line), column->addWidget(across_, 1);
    start_ = new StartPage;
    pages_ = new QStackedWidget;
    pages_->addWidget(start_), pages_->addWidget(review);
    setCentralWidget(pages_);
    status_ = new QLabel;
    status_->setFont(type(12)), status_->setContentsMargins(10, 0, 0, 0);
    stop_ = new QPushButton("stop reading");
    stop_->setFocusPolicy(Qt::NoFocus), stop_->hide();
    connect(stop_, &QPushButton::clicked, this, [this] { session_.stop_loading(), say("Stopped reading."); });
    statusBar()->addPermanentWidget(stop_);
    statusBar()->addWidget(status_, 1), statusBar()->setSizeGripEnabled(false);
    // Part of the page that it lies under.
    const auto lie_under = [this](int page) {
        const Theme& t = Theme::current();
        QPalette p = statusBar()->palette();
        p.setColor(QPalette::Window, page == 0 ? t.paper : t.panel);
        statusBar()->setAutoFillBackground(true), statusBar()->setPalette(p);
    };
    connect(pages_, &QStackedWidget::currentChanged, this, lie_under);
    lie_under(0);
    setWindowTitle("Odd Bounce");
    resize(1280, 800);
}

void Window::add_key(const QString& keys, const QString& what, std::function<void()> run) {
    for (const QString& one : keys.split(" or ")) {
        auto* key = new QShortcut(QKeySequence(one), this);
        connect(key, &QShortcut::activated, this, [run] { run(); });
    }
    shortcuts_.push_back({keys, what, std::move(run)});
}

void Window::keys() {
    add_key("Space", "play, pause", [this] { play(); });
    add_key("Right", "one frame on",
            [this] { session_.set_moment(std::floor(session_.moment() + 1e-6) + 1.0); });
    add_key("Left", "one frame back",
            [this] { session_.set_moment(std::ceil(session_.moment() - 1e-6) - 1.0); });
    add_key("Shift+Right", "ten frames on", [this] { session_.step_by(10); });
    add_key("Shift+Left", "ten frames back", [this] { session_.step_by(-10); });
    add_key("Alt+Right", "a sixteenth of a step on", [this] { session_.step_by(1.0 / 16); });
    add_key("Alt+Left", "a sixteenth of a step back", [this] { session_.step_by(-1.0 / 16); });
    add_key("Home", "first frame", [this] { session_.set_moment(session_.first_moment()); });
    add_key("End", "last frame", [this] { session_.set_moment(session_.last_moment()); });
    add_key("Ctrl+J", "go to a frame…", [this] {
        if (!session_.recording()) return;
        bool ok = false;
        const Recording& r = *session_.recording();
        const int n = QInputDialog::getInt(
            this, "Go to a frame", "frame", static_cast<int>(r.number(session_.moment_index())),
            static_cast<int>(r.number(r.begin())), static_cast<int>(r.number(r.size() - 1)), 1, &ok);
        if (ok && r.frame_index(n) >= 0) session_.set_moment(static_cast<double>(r.frame_index(n)));
    });
    add_key("+ or =", "play faster", [this] { faster(1); });
    add_key("-", "play slower", [this] { faster(-1); });
    add_key("N", "next finding", [this] { session_.next_finding(1); });
    add_key("P", "previous finding", [this] { session_.next_finding(-1); });
    add_key("T", "the touch", [this] { session_.go_to_touch(); });
    add_key("Z", "to the finding's size", [this] { view_->look_at_finding(); });
    add_key("A", "all of the scene", [this] { view_->look_at_all(); });
    add_key("H", "hold on to the chosen body", [this] { view_->toggle_hold(); });
    add_key("G", "ghosts of the neighbouring frames", [this] { view_->toggle_ghosts(); });
    add_key("F", "follow the newest frame of a running game, or stay",
            [this] { session_.set_follows(!session_.follows()); });
    add_key("Ctrl+L", "listen for running games, or stop", [this] { listen(); });
    add_key("L", "loupe", [this] { view_->toggle_loupe(); });
    add_key("I", "the game's pictures under the shapes, or not",
            [this] { session_.set_shows_pictures(!session_.shows_pictures()); });
    add_key("M", "measure lengths and angles", [this] { view_->toggle_measure(); });
    add_key("S", "only the chosen body and what it meets", [this] { session_.toggle_alone(); });
    add_key("W", "what stops the chosen body?", [this] {
        if (session_.body() < 0)
            return say("Choose a body first: what stops it is then drawn, all else faintly.");
        session_.set_asks_what_stops(!session_.asks_what_stops());
    });
    add_key("D", "drop a note here…", [this] { view_->drop_note(); });
    add_key("O", "the finding is fine as it is…, or not after all", [this] { mark_fine(false); });
    add_key("Shift+O", "all findings like it are fine…", [this] { mark_fine(true); });
    add_key("Ctrl+,", "settings of the project…", [this] { show_settings(); });
    add_key("C", "new candidate…", [this] { tries_->new_candidate(); });
    add_key("Ctrl+Z", "undo a change of candidates, notes or marks", [this] { session_.undo().undo(); });
    add_key("Ctrl+Shift+Z", "redo it", [this] { session_.undo().redo(); });
    add_key("Ctrl+F", "filter the findings", [this] { findings_->filter_line()->setFocus(); });
    add_key("Ctrl+C", "copy the strip as a picture", [this] { copy_drawing(strip_, "strip"); });
    add_key("Ctrl+Shift+C", "copy the view as a picture", [this] { copy_drawing(view_, "view"); });
    add_key("Ctrl+S", "save the view as PNG or SVG…", [this] { save_drawing_as(view_, "moment"); });
    add_key("Ctrl+E", "save a clip of the finding…", [this] { save_clip_as(false); });
    add_key("Ctrl+Shift+E", "save the smallest clip that shows it…", [this] { save_clip_as(true); });
    add_key("Ctrl+O", "open a recording…", [this] { ask_file(); });
    add_key("Ctrl+W", "back to the start page", [this] { play_.stop(), pages_->setCurrentIndex(0); });
    add_key("Ctrl+D", "light or dark", [this] { set_theme(!Theme::current().dark); });
    add_key("Esc", "let go: measuring, body, filter", [this] {
        session_.stop_loading(), session_.choose_body(-1), findings_->filter_line()->clear();
        view_->setFocus();
    });
    add_key("? or F1", "this sheet", [this] { show_sheet(); });
}

void Window::say(const QString& sentence, bool wrong) {
    status_->setText(sentence);
    QPalette p = status_->palette();
    p.setColor(QPalette::WindowText, wrong ? Theme::current().finding : Theme::current().soft);
    status_->setPalette(p);
}

void Window::open(const QString& path) {
    play_.stop();
    remember_place();
    session_.load(path);
}

void Window::opened() {
    shown_ = session_.path();
    play_.stop(), playing_->clear();
    pages_->setCurrentIndex(1);
    remember(shown_);
    if (session_.recording()->warnings().empty()) say({});
    return_to_place();
    view_->setFocus();
}

void Window::listen() {
    if (session_.listening()) return session_.stop_listening();
    const QSettings s;
    QString error;
    const auto port = static_cast<unsigned short>(s.value("port", usual_port).toUInt());
    if (!session_.listen(port, s.value("keep minutes", 0.0).toDouble(), error)) say(error, true);
}

/// What the header and the start page say of games that send.
void Window::refresh_live() {
    start_->show_listening(session_.listening_at());
    live_->setVisible(session_.live() || session_.game_waits());
    live_->setText(!session_.live()     ? "a game is sending: show it"
                   : session_.follows() ? "live · newest frame"
                                        : "live · go to the newest frame");
    live_->setToolTip(session_.follows() ? "Frames come in. Move in time and it stays where you look (F)"
                                         : "Follows the newest frame (F)");
    refresh_header();
}

void Window::refresh_header() {
    const Recording* r = session_.recording();
    if (!r) return;
    title_->setText(r->header.title.empty() ? QFileInfo(session_.path()).completeBaseName()
                                            : QString::fromStdString(r->header.title));
    detail_->setText(QString("%1 frames · %2 a second · lengths in %3")
                         .arg(r->kept())
                         .arg(r->header.rate)
                         .arg(QString::fromStdString(r->header.unit)));
    moment_->setText(session_.moment_text());
    const Instant& t = session_.instant();
    const double end = r->seconds_at(t.index);
    time_->setText(QString("%1 s").arg(end - (1.0 - t.fraction) * t.now->dt() * (t.index > 0), 0, 'f', 3));
    setWindowTitle(title_->text() + " – Odd Bounce");
}

void Window::play() {
    if (!session_.recording()) return;
    if (play_.isActive())
        play_.stop();
    else {
        if (session_.moment() >= session_.last_moment()) session_.set_moment(session_.first_moment());
        play_.start(16);
    }
    playing_->setText(play_.isActive() ? QString("playing %1 steps a second").arg(speed()) : QString());
}

void Window::faster(int direction) {
    speed_ = std::clamp(speed_ + direction, 0, static_cast<int>(speeds_.size()) - 1);
    say(QString("playback: %1 steps a second").arg(speed()));
    if (play_.isActive()) playing_->setText(QString("playing %1 steps a second").arg(speed()));
}

void Window::tick() {
    session_.step_by(speed() * 0.016);
    if (session_.moment() < session_.last_moment()) return;
    play_.stop();
    playing_->clear();
}

void Window::show_sheet() {
    QDialog sheet(this);
    sheet.setWindowTitle("Keys");
    auto* grid = new QGridLayout(&sheet);
    grid->setContentsMargins(24, 20, 24, 20), grid->setHorizontalSpacing(18);
    const int half = (static_cast<int>(shortcuts_.size()) + 1) / 2;
    for (int i = 0; i < static_cast<int>(shortcuts_.size()); ++i) {
        auto* key = new QLabel(shortcuts_[static_cast<std::size_t>(i)].keys);
        key->setFont(type(13, true));
        grid->addWidget(key, i % half, i / half * 2);
        grid->addWidget(new QLabel(shortcuts_[static_cast<std::size_t>(i)].what), i % half, i / half * 2 + 1);
    }
    sheet.exec();
}

void Window::ask_file() {
    const QString path =
        QFileDialog::getOpenFileName(this, "Open a recording", QSettings().value("folder").toString(),
                                     "Recordings (*.bouncelog *.bouncelog.zst *.bounce);;All files (*)");
    if (!path.isEmpty()) open(path);
}

void Window::offer_picture(QWidget* panel, const QString& name) {
    panel->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(panel, &QWidget::customContextMenuRequested, this, [this, panel, name](const QPoint& at) {
        if (!session_.recording()) return;
        QMenu menu;
        menu.addAction("Copy as a picture", this, [=, this] { copy_drawing(panel, name); });
        menu.addAction("Save as PNG or SVG…", this, [=, this] { save_drawing_as(panel, name); });
        menu.exec(panel->mapToGlobal(at));
    });
}

void Window::offer_for_findings() {
    QListView* list = findings_->list();
    list->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(list, &QWidget::customContextMenuRequested, this, [this, list](const QPoint& at) {
        const QString id = list->indexAt(at).data(FindingsModel::FindingId).toString();
        if (id.isEmpty()) return;
        session_.choose_finding(id);
        const Finding* f = session_.finding();
        if (!f) return;
        QMenu menu;
        if (f->fine)
            menu.addAction("Not fine after all", this, [this] { session_.unmark(*session_.finding()); });
        else {
            menu.addAction("Fine as it is…", this, [this] { mark_fine(false); });
            menu.addAction("All like it are fine…", this, [this] { mark_fine(true); });
        }
        menu.addSeparator();
        menu.addAction("Save a clip of it…", this, [this] { save_clip_as(false); });
        menu.addAction("Save the smallest clip that shows it…", this, [this] { save_clip_as(true); });
        menu.exec(list->viewport()->mapToGlobal(at));
    });
}

/// Asks for a word why. A finding that is marked is taken back.
void Window::mark_fine(bool all_like_it) {
    const Finding* f = session_.finding();
    if (!f) return say("Choose a finding first: it is then marked as fine.");
    if (f->fine) return session_.unmark(*f);
    FineDialog ask(*f, session_.findings(), all_like_it, this);
    if (ask.exec() != QDialog::Accepted) return;
    session_.mark_fine(ask.fine());
    say("Marked as fine; oddb scan passes it over too. Ctrl+Z takes it back.");
}

void Window::show_settings() {
    if (!session_.recording()) return say("Open a recording first: the settings belong to its project.");
    if (!settings_) settings_ = new SettingsDialog(session_, this);
    settings_->open_afresh();
}

void Window::save_clip_as(bool smallest) {
    const Finding* f = session_.finding();
    if (!f) return say("Choose a finding first: the clip is cut round it.");
    const QString name = QString::fromStdString(f->id) + ".bouncelog";
    const QString path =
        QFileDialog::getSaveFileName(this, "Save a clip", QFileInfo(session_.path()).dir().filePath(name),
                                     "Recordings (*.bouncelog *.bouncelog.zst *.bounce)");
    if (!path.isEmpty()) session_.save_clip(path, smallest);
}

void Window::copy_drawing(QWidget* panel, const QString& name) {
    if (!session_.recording()) return;
    QApplication::clipboard()->setImage(image_of(panel->size(), [&](QPainter& p) { panel->render(&p); }));
    say("The " + name + " was copied as a picture.");
}

void Window::save_drawing_as(QWidget* panel, const QString& name) {
    if (!session_.recording()) return;
    const QString path =
        QFileDialog::getSaveFileName(this, "Save the " + name, name + ".png", "Pictures (*.png *.svg)");
    QString error;
    if (path.isEmpty()) return;
    if (save_drawing(
            path, panel->size(), title_->text(), [&](QPainter& p) { panel->render(&p); }, error))
        say(path + " was saved.");
    else
        say(error, true);
}

void Window::remember(const QString& path) {
    QSettings s;
    const QString full = QFileInfo(path).absoluteFilePath();
    QStringList recent = s.value("recent").toStringList();
    recent.removeAll(full), recent.prepend(full);
    while (recent.size() > 8) recent.removeLast();
    s.setValue("recent", recent), s.setValue("folder", QFileInfo(full).path());
    QVariantMap places = s.value("places").toMap();
    for (const QString& old : places.keys())
        if (!recent.contains(old)) places.remove(old);
    s.setValue("places", places);
    start_->show_recent(recent);
}

/// Moment, finding and body of the recording that is shown, for when it is opened again.
void Window::remember_place() {
    if (shown_.isEmpty() || !session_.recording() || session_.path() != shown_) return;
    QSettings s;
    QVariantMap places = s.value("places").toMap();
    const Finding* f = session_.finding();
    places[QFileInfo(shown_).absoluteFilePath()] =
        QVariantList{session_.moment(), f ? QString::fromStdString(f->id) : QString()};
    s.setValue("places", places);
}

void Window::return_to_place() {
    const QVariantList place =
        QSettings().value("places").toMap().value(QFileInfo(shown_).absoluteFilePath()).toList();
    if (place.size() != 2) return;
    session_.set_moment(place[0].toDouble());
    if (!place[1].toString().isEmpty()) session_.return_to(place[1].toString());
}

void Window::restore() {
    QSettings s;
    restoreGeometry(s.value("geometry").toByteArray());
    across_->restoreState(s.value("across").toByteArray());
    down_->restoreState(s.value("down").toByteArray());
    left_->restoreState(s.value("left").toByteArray());
    QStringList recent;
    for (const QString& path : s.value("recent").toStringList())
        if (QFileInfo::exists(path)) recent.push_back(path);
    start_->show_recent(recent);
}

void Window::closeEvent(QCloseEvent* e) {
    remember_place();
    QSettings s;
    s.setValue("geometry", saveGeometry()), s.setValue("across", across_->saveState());
    s.setValue("down", down_->saveState()), s.setValue("left", left_->saveState());
    e->accept();
}

void Window::set_theme(bool dark) {
    Theme::use(*qApp, dark);
    QSettings().setValue("dark", dark);
    for (QWidget* w : findChildren<QWidget*>()) w->update();
    emit session_.body_changed();
}

void Window::dragEnterEvent(QDragEnterEvent* e) {
    if (e->mimeData()->hasUrls()) e->acceptProposedAction();
}

void Window::dropEvent(QDropEvent* e) {
    for (const QUrl& url : e->mimeData()->urls())
        if (url.isLocalFile()) {
            open(url.toLocalFile());
            return;
        }
}

} // namespace oddbounce
