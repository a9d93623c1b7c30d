// SPDX-License-Identifier: GPL-3.0-or-later
#include "window/window.hpp"

#include "listener.hpp"
#include "recording/plain_text.hpp"
#include "theme/theme.hpp"

#include <QApplication>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QScrollArea>
#include <QSettings>
#include <QStatusBar>
#include <QVBoxLayout>

namespace oddbounce {

Window::Window(QWidget* parent) : QMainWindow(parent), commands_(new Commands(this)) {
    setAcceptDrops(true);
    qApp->installEventFilter(this); // before the first label is made
    answer_screen_readers();
    add_commands();
    build();
    follow_session();
    offer_picture(view_, tr("view")), offer_picture(strip_, tr("strip")),
        offer_picture(timeline_, tr("timeline"));
    offer_for_findings();
    restore_layout();
    refresh_header(), refresh_coverage();
}

void Window::follow_session() {
    connect(&play_, &QTimer::timeout, this, &Window::tick);
    connect(&session_, &Session::said, this, &Window::say);
    connect(view_, &ViewWidget::hovered, this, &Window::say);
    connect(account_, &AccountPanel::wants_plot, timeline_, &TimelineWidget::plot);
    connect(start_, &StartPage::wants, this, [this](const QString& path) { open(path); });
    connect(start_, &StartPage::wants_dialog, this, &Window::ask_file);
    connect(start_, &StartPage::wants_games, this, &Window::listen);
    connect(start_, &StartPage::wants_theme, this, [this] { set_theme(!Theme::current().dark); });
    connect(start_, &StartPage::wants_help, this, &Window::show_guide);
    connect(start_, &StartPage::wants_recorders, this, &Window::show_recorders);
    connect(&session_, &Session::recording_changed, this, &Window::opened);
    connect(&session_, &Session::refused, error_, &ErrorBar::show_error);
    connect(&session_, &Session::loading_changed, this, [this] {
        stop_->setVisible(!session_.loading().isEmpty());
        if (!session_.loading().isEmpty())
            say(tr("Reading %1…").arg(QFileInfo(session_.loading()).fileName()));
    });
    connect(&session_.read_work(), &Background::progress, this, [this](double share, double left) {
        const QString rest = left < 0 ? QString() : " · " + tr("%1 s left").arg(static_cast<int>(left) + 1);
        say(tr("Reading %1: %2 %")
                .arg(QFileInfo(session_.loading()).fileName())
                .arg(static_cast<int>(share * 100)) +
            rest);
    });
    for (auto signal : {&Session::moment_changed, &Session::recording_changed})
        connect(&session_, signal, this, &Window::refresh_header);
    connect(&session_, &Session::live_changed, this, &Window::refresh_live);
    connect(&session_, &Session::grown, this, &Window::refresh_header);
    for (auto signal : {&Session::scan_changed, &Session::recording_changed})
        connect(&session_, signal, this, &Window::refresh_coverage);
    connect(&session_, &Session::closed, this, [this] { shown_.clear(), pages_->setCurrentIndex(0); });
}

QToolButton* Window::tool(Sign sign, const QString& text, const QString& command) {
    QAction* action = commands_->find(command);
    auto* button = new QToolButton;
    button->setAutoRaise(true), button->setFocusPolicy(Qt::TabFocus);
    button->setToolTip(action ? QString("%1 (%2)").arg(text, keys_text(*action)) : text);
    button->setAccessibleName(text);
    if (action) connect(button, &QToolButton::clicked, action, &QAction::trigger);
    if (action && action->isCheckable()) {
        button->setCheckable(true);
        connect(action, &QAction::toggled, button, &QToolButton::setChecked);
        button->setChecked(action->isChecked());
        connect(button, &QToolButton::clicked, button,
                [button, action] { button->setChecked(action->isChecked()); });
    }
    tools_.emplace_back(button, sign);
    return button;
}

void Window::refresh_icons() {
    for (const auto& [button, sign] : tools_)
        button->setIcon(icon_of(button == play_button_ && play_.isActive() ? Sign::Pause : sign));
}

QWidget* Window::header() {
    auto* bar = new QWidget;
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(14, 3, 10, 3), row->setSpacing(2);
    title_ = new ElidedLabel, moment_ = new QLabel, time_ = new QLabel;
    title_->setFont(type(14, true)), moment_->setFont(type(16, true));
    time_->setFont(type(12)), time_->setForegroundRole(QPalette::PlaceholderText);
    moment_->setMinimumWidth(
        QFontMetrics(type(16, true)).horizontalAdvance(tr("frame %1 + %2 %").arg(10000).arg(100)));
    moment_->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    moment_->setTextFormat(Qt::PlainText), time_->setTextFormat(Qt::PlainText);
    time_->setMinimumWidth(QFontMetrics(type(12)).horizontalAdvance("0000.000 s"));
    speed_box_ = new QComboBox;
    for (const double s : speeds_) speed_box_->addItem(tr("%1 steps/s").arg(s));
    speed_box_->setCurrentIndex(speed_), speed_box_->setFont(type(12)),
        speed_box_->setFocusPolicy(Qt::TabFocus);
    speed_box_->setToolTip(tr("Playback speed (+ and −)")),
        speed_box_->setAccessibleName(tr("playback speed"));
    connect(speed_box_, &QComboBox::activated, this, &Window::set_speed);
    play_button_ = tool(Sign::Play, tr("Play or pause"), tr("Play or pause"));
    row->addWidget(title_, 3);
    row->addWidget(tool(Sign::First, tr("First frame"), tr("First frame")));
    row->addWidget(tool(Sign::Back, tr("Previous frame"), tr("Previous frame")));
    row->addWidget(play_button_);
    row->addWidget(tool(Sign::On, tr("Next frame"), tr("Next frame")));
    row->addWidget(tool(Sign::Last, tr("Last frame"), tr("Last frame")));
    row->addSpacing(4), row->addWidget(speed_box_), row->addSpacing(8);
    row->addWidget(moment_), row->addSpacing(10), row->addWidget(time_), row->addStretch(2);
    to_review_ = new QPushButton(tr("Review")), to_bench_ = new QPushButton(tr("Fix bench"));
    for (QPushButton* b : {to_review_, to_bench_})
        b->setCheckable(true), b->setFlat(true), b->setFont(type(13, true)), b->setFocusPolicy(Qt::TabFocus);
    to_review_->setChecked(true);
    to_bench_->setToolTip(tr("Recorded and with a fix side by side, which values work, how safe it is (B)"));
    connect(to_review_, &QPushButton::clicked, this, [this] { show_bench(false); });
    connect(to_bench_, &QPushButton::clicked, this, [this] { show_bench(true); });
    live_ = new QPushButton;
    live_->setFocusPolicy(Qt::TabFocus), live_->hide();
    connect(live_, &QPushButton::clicked, this, [this] { session_.set_follows(!session_.follows()); });
    row->addWidget(live_), row->addSpacing(4);
    row->addWidget(to_review_), row->addWidget(to_bench_), row->addSpacing(6);
    row->addWidget(tool(Sign::Ghosts, tr("Ghosts of the neighboring frames"), tr("Ghosts")));
    row->addWidget(tool(Sign::Loupe, tr("Loupe"), tr("Loupe")));
    row->addWidget(tool(Sign::Measure, tr("Measure lengths and angles"), tr("Measure")));
    row->addWidget(tool(Sign::Theme, tr("Light or dark"), tr("Dark theme")));
    return bar;
}

void Window::build() {
    for (const MenuOf m :
         {MenuOf::File, MenuOf::Go, MenuOf::View, MenuOf::Finding, MenuOf::Fix, MenuOf::Help})
        menuBar()->addMenu(commands_->menu(m));
    findings_ = new FindingsPanel(session_), bodies_ = new BodiesPanel(session_);
    view_ = new ViewWidget(session_), strip_ = new StripWidget(session_),
    timeline_ = new TimelineWidget(session_);
    account_ = new AccountPanel(session_), fixes_panel_ = new FixesPanel(session_);
    left_ = new QSplitter(Qt::Vertical);
    left_->addWidget(findings_), left_->addWidget(bodies_);
    left_->setSizes({460, 280});
    down_ = new QSplitter(Qt::Vertical);
    down_->addWidget(view_), down_->addWidget(strip_), down_->addWidget(timeline_);
    down_->setSizes({400, 100, 220}), down_->setStretchFactor(0, 1);
    auto* fixes_area = new QScrollArea;
    fixes_area->setWidget(fixes_panel_), fixes_area->setWidgetResizable(true),
        fixes_area->setFrameShape(QFrame::NoFrame),
        fixes_area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    fixes_area->setFocusPolicy(Qt::NoFocus);
    right_ = new QSplitter(Qt::Vertical);
    right_->addWidget(account_), right_->addWidget(fixes_area);
    right_->setSizes({500, 220});
    across_ = new QSplitter(Qt::Horizontal);
    across_->addWidget(left_), across_->addWidget(down_), across_->addWidget(right_);
    across_->setSizes({244, 720, 316}), across_->setStretchFactor(1, 1);
    for (QSplitter* s : {left_, down_, right_, across_})
        s->setHandleWidth(1), s->setChildrenCollapsible(false);

    auto* review = new QWidget;
    auto* column = new QVBoxLayout(review);
    column->setContentsMargins(0, 0, 0, 0), column->setSpacing(0);
    auto* line = new QFrame;
    line->setFrameShape(QFrame::HLine), line->setFixedHeight(1);
    bench_ = new BenchPage(session_);
    connect(bench_, &BenchPage::wants_candidate, fixes_panel_, &FixesPanel::new_candidate);
    below_ = new QStackedWidget;
    below_->addWidget(across_), below_->addWidget(bench_);
    column->addWidget(header()), column->addWidget(line), column->addWidget(below_, 1);
    start_ = new StartPage;
    pages_ = new QStackedWidget;
    pages_->addWidget(start_), pages_->addWidget(review);
    error_ = new ErrorBar;
    auto* all = new QWidget;
    auto* whole = new QVBoxLayout(all);
    whole->setContentsMargins(0, 0, 0, 0), whole->setSpacing(0);
    whole->addWidget(error_), whole->addWidget(pages_, 1);
    setCentralWidget(all);
    status_ = new ElidedLabel;
    status_->setFont(type(12)), status_->setContentsMargins(10, 0, 0, 0);
    status_->setForegroundRole(QPalette::PlaceholderText);
    stop_ = new QPushButton(tr("Stop reading"));
    stop_->hide();
    connect(stop_, &QPushButton::clicked, this,
            [this] { session_.stop_loading(), say(tr("Stopped reading.")); });
    coverage_ = new QPushButton;
    coverage_->setFlat(true), coverage_->setFont(type(12)),
        coverage_->setToolTip(tr("What is judged, and what to log for the rest"));
    connect(coverage_, &QPushButton::clicked, this, &Window::show_coverage);
    statusBar()->addPermanentWidget(stop_), statusBar()->addPermanentWidget(coverage_);
    statusBar()->addWidget(status_, 1), statusBar()->setSizeGripEnabled(false);
    connect(pages_, &QStackedWidget::currentChanged, this, [this] { refresh_coverage(); });
    setWindowTitle("Odd Bounce");
    setMinimumSize(640, 420);
    resize(1280, 800);
    refresh_icons();
}

/// Keys that the focused control needs are its own: Space presses a button, arrows move in a list.
/// And text is text: a name from a file that looks like markup is no markup, in labels and tool tips.
bool Window::eventFilter(QObject* o, QEvent* e) {
    if (e->type() == QEvent::Polish)
        if (auto* label = qobject_cast<QLabel*>(o); label && label->textFormat() == Qt::AutoText)
            label->setTextFormat(Qt::PlainText);
    if (e->type() != QEvent::ShortcutOverride) return QMainWindow::eventFilter(o, e);
    auto* key = static_cast<QKeyEvent*>(e);
    QWidget* focus = QApplication::focusWidget();
    if (!focus || key->modifiers() & ~Qt::KeypadModifier) return QMainWindow::eventFilter(o, e);
    const int k = key->key();
    const bool presses = k == Qt::Key_Space || k == Qt::Key_Return || k == Qt::Key_Enter;
    const bool moves = k == Qt::Key_Up || k == Qt::Key_Down || k == Qt::Key_Home || k == Qt::Key_End;
    const bool button = focus->inherits("QAbstractButton") || focus->inherits("oddbounce::FixCard");
    const bool list = focus->inherits("QAbstractItemView") || focus->inherits("QComboBox") ||
                      focus->inherits("QAbstractScrollArea") || focus->inherits("QAbstractSlider");
    if ((button && presses) || (list && (moves || (presses && !focus->inherits("QAbstractSlider")))) ||
        (start_->isVisible() && start_->isAncestorOf(focus) && (presses || moves))) {
        e->accept();
        return true;
    }
    return QMainWindow::eventFilter(o, e);
}

void Window::show_bench(bool bench) {
    if (bench && !session_.recording()) bench = false;
    below_->setCurrentIndex(bench ? 1 : 0);
    to_review_->setChecked(!bench), to_bench_->setChecked(bench);
    (bench ? static_cast<QWidget*>(&bench_->view()) : view_)->setFocus();
}

void Window::say(const QString& sentence) { status_->set_text(sentence); }

void Window::open(const QString& path, bool worst) {
    play_.stop(), refresh_icons();
    remember_place();
    worst_ = worst;
    session_.load(path);
}

void Window::opened() {
    shown_ = session_.path();
    play_.stop(), refresh_icons();
    pages_->setCurrentIndex(1);
    error_->hide();
    remember(shown_);
    if (session_.recording()->warnings().empty()) say({});
    if (!return_to_place() && worst_) session_.show_worst();
    view_->setFocus();
}

void Window::listen() {
    if (session_.listening()) return session_.stop_listening();
    const QSettings s;
    QString error;
    const auto port = static_cast<unsigned short>(s.value("port", usual_port).toUInt());
    if (!session_.listen(port, s.value("keep minutes", 0.0).toDouble(), error)) error_->show_error(error);
}

/// What the header and the start page say of games that send.
void Window::refresh_live() {
    start_->show_listening(session_.listening_at());
    live_->setVisible(session_.live() || session_.game_waits());
    live_->setText(!session_.live()     ? tr("a game is sending: show it")
                   : session_.follows() ? tr("live · newest frame")
                                        : tr("live · go to the newest frame"));
    live_->setToolTip(session_.follows()
                          ? tr("Frames come in. Move in time and the view stays where you look (F)")
                          : tr("Follows the newest frame (F)"));
    refresh_header();
}

void Window::refresh_header() {
    const Recording* r = session_.recording();
    if (!r) return;
    const QString name = r->header.title.empty() ? QFileInfo(session_.path()).completeBaseName()
                                                 : QString::fromStdString(plain_text(r->header.title));
    title_->set_text(tr("%1 · %2 frames · %3 per second").arg(name).arg(r->kept()).arg(r->header.rate));
    moment_->setText(session_.moment_text());
    const Instant& t = session_.instant();
    const double end = r->seconds_at(t.index);
    time_->setText(QString("%1 s").arg(end - (1.0 - t.fraction) * t.now->dt() * (t.index > 0), 0, 'f', 3));
    setWindowTitle(name + " – Odd Bounce");
}

void Window::refresh_coverage() {
    const bool shown = pages_->currentIndex() == 1 && session_.recording() && session_.scan_complete();
    coverage_->setVisible(shown);
    if (shown) coverage_->setText(QString::fromStdString(text_of(session_.coverage())).remove('`'));
}

void Window::play() {
    if (!session_.recording()) return;
    if (play_.isActive())
        play_.stop();
    else {
        if (session_.moment() >= session_.last_moment()) session_.set_moment(session_.first_moment());
        play_.start(16);
    }
    refresh_icons();
}

void Window::set_speed(int index) {
    speed_ = std::clamp(index, 0, static_cast<int>(speeds_.size()) - 1);
    speed_box_->setCurrentIndex(speed_);
}

void Window::tick() {
    session_.step_by(speed() * 0.016);
    if (session_.moment() < session_.last_moment()) return;
    play_.stop(), refresh_icons();
}

void Window::set_theme(bool dark) {
    Theme::use(*qApp, dark, Theme::text_scale());
    QSettings().setValue("dark", dark);
    refresh_icons();
    for (QWidget* w : findChildren<QWidget*>()) w->update();
    emit session_.body_changed();
}

void Window::set_text_scale(double scale) {
    constexpr double least = 0.8, most = 1.8;
    Theme::use(*qApp, Theme::current().dark, std::clamp(scale, least, most));
    QSettings().setValue("text scale", Theme::text_scale());
    emit wants_fresh(); // fonts and sizes are taken in when a window is made
}

} // namespace oddbounce
