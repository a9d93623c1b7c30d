// SPDX-License-Identifier: GPL-3.0-or-later
// What the window opens, saves, copies and remembers.
#include "findings/expected_dialog.hpp"
#include "findings/why_not_dialog.hpp"
#include "handing_on/card.hpp"
#include "handing_on/texts.hpp"
#include "help/coverage_dialog.hpp"
#include "help/guide.hpp"
#include "theme/theme.hpp"
#include "window/window.hpp"

#include <QApplication>
#include <QClipboard>
#include <QCloseEvent>
#include <QDir>
#include <QDragEnterEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QMenu>
#include <QMessageBox>
#include <QMimeData>
#include <QSaveFile>
#include <QSettings>

namespace oddbounce {

void Window::ask_file() {
    const QString path =
        QFileDialog::getOpenFileName(this, tr("Open a recording"), QSettings().value("folder").toString(),
                                     tr("Recordings (*.bouncelog *.bouncelog.zst *.bounce);;All files (*)"));
    if (!path.isEmpty()) open(path);
}

void Window::offer_picture(QWidget* panel, const QString& name) {
    panel->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(panel, &QWidget::customContextMenuRequested, this, [this, panel, name](const QPoint& at) {
        if (!session_.recording()) return;
        QMenu menu;
        if (panel == view_) {
            const Slot body = view_->body_under(at);
            if (body >= 0)
                menu.addAction(tr("Choose this body"), this, [this, body] { session_.choose_body(body); }),
                    menu.addAction(tr("Hide this body"), this,
                                   [this, body] { session_.set_hidden(body, true); }),
                    menu.addAction(tr("Why was nothing found here?"), this,
                                   [this, body] { session_.choose_body(body), show_why_not(); });
            if (!session_.hidden().empty())
                menu.addAction(tr("Show all bodies"), this, [this] { session_.show_all(); });
            menu.addAction(tr("Add a note here…"), this, [this, at] { view_->drop_note_at(at); });
            menu.addSeparator();
        }
        menu.addAction(tr("Copy as a picture"), this, [=, this] { copy_drawing(panel, name); });
        menu.addAction(tr("Save as PNG or SVG…"), this, [=, this] { save_drawing_as(panel, name); });
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
        if (!session_.finding()) return;
        QMenu menu;
        for (const QString& text :
             {tr("Mark as expected, or not…"), tr("Mark all like it as expected…"), QString(),
              tr("Copy as text"), tr("Copy as Markdown"), tr("Copy a ticket card"), QString(),
              tr("Save a clip of the finding…"), tr("Save the smallest clip that shows it…"),
              tr("Save the finding as a web page…")})
            if (QAction* action = commands_->find(text))
                menu.addAction(action);
            else
                menu.addSeparator();
        menu.exec(list->viewport()->mapToGlobal(at));
    });
}

/// Asks for the reason, and goes on to the next finding. A mark is taken back without asking: it can be
/// undone.
void Window::mark_expected(bool all_like_it) {
    const Finding* f = session_.finding();
    if (!f) return say(tr("Choose a finding first. It is then marked as expected."));
    if (f->expected) return session_.unmark(*f);
    ExpectedDialog ask(*f, session_.findings(), all_like_it, this);
    if (ask.exec() != QDialog::Accepted) return;
    const QString next = findings_->after(QString::fromStdString(session_.finding()->id));
    session_.mark_expected(ask.expected());
    if (!next.isEmpty()) session_.choose_finding(next);
    say(tr("Marked as expected. \"oddb scan\" does not count it either. Ctrl+Z undoes this."));
}

void Window::show_settings() {
    if (!session_.recording()) return say(tr("Open a recording first. The settings belong to its project."));
    if (!settings_) settings_ = new SettingsDialog(session_, this);
    settings_->open_afresh();
}

void Window::save_clip_as(bool smallest) {
    const Finding* f = session_.finding();
    if (!f) return say(tr("Choose a finding first. The clip is cut around it."));
    const QString name = QString::fromStdString(f->id) + ".bouncelog";
    const QString path =
        QFileDialog::getSaveFileName(this, tr("Save a clip"), QFileInfo(session_.path()).dir().filePath(name),
                                     tr("Recordings (*.bouncelog *.bouncelog.zst *.bounce)"));
    if (!path.isEmpty()) session_.save_clip(path, smallest);
}

void Window::copy_drawing(QWidget* panel, const QString& name) {
    if (!session_.recording()) return;
    const LightForNow light;
    QApplication::clipboard()->setImage(image_of(
        panel->size(), [&](QPainter& p) { panel->render(&p); }, sharing_scale));
    say(tr("Copied the %1 as a picture.").arg(name));
}

void Window::save_drawing_as(QWidget* panel, const QString& name) {
    if (!session_.recording()) return;
    const QString path = QFileDialog::getSaveFileName(this, tr("Save the %1").arg(name), name + ".png",
                                                      tr("Pictures (*.png *.svg)"));
    if (path.isEmpty()) return;
    QString error;
    const LightForNow light;
    if (save_drawing(
            path, panel->size(), title_->whole(), [&](QPainter& p) { panel->render(&p); }, error))
        say(tr("Saved %1.").arg(path));
    else
        error_->show_error(error);
}

void Window::copy_card() {
    if (!session_.finding()) return say(tr("Choose a finding first. The card shows it."));
    QApplication::clipboard()->setImage(card_image(session_));
    say(tr("Copied a ticket card."));
}

void Window::save_card_as() {
    const Finding* f = session_.finding();
    if (!f) return say(tr("Choose a finding first. The card shows it."));
    const QString path = QFileDialog::getSaveFileName(
        this, tr("Save a ticket card"),
        QFileInfo(session_.path()).dir().filePath(QString::fromStdString(f->id) + ".png"),
        tr("Pictures (*.png *.svg)"));
    QString error;
    if (path.isEmpty()) return;
    if (save_card(session_, path, error))
        say(tr("Saved %1.").arg(path));
    else
        error_->show_error(error);
}

void Window::copy_text(bool markdown) {
    const Finding* f = session_.finding();
    if (!f) return say(tr("Choose a finding first."));
    QApplication::clipboard()->setText(markdown ? markdown_of(session_, *f) : plain_text_of(session_, *f));
    say(markdown ? tr("Copied the finding as Markdown.") : tr("Copied the finding as text."));
}

void Window::save_page_as() {
    const Finding* f = session_.finding();
    if (!f) return say(tr("Choose a finding first."));
    const QString path = QFileDialog::getSaveFileName(
        this, tr("Save the finding as a web page"),
        QFileInfo(session_.path()).dir().filePath(QString::fromStdString(f->id) + ".html"),
        tr("Web pages (*.html)"));
    if (path.isEmpty()) return;
    QString error;
    if (save_page(session_, path, error))
        say(tr("Saved %1.").arg(path));
    else
        error_->show_error(error);
}

void Window::remember(const QString& path) {
    constexpr int most_recent = 12;
    QSettings s;
    const QString full = QFileInfo(path).absoluteFilePath();
    QStringList recent = s.value("recent").toStringList();
    recent.removeAll(full), recent.prepend(full);
    while (recent.size() > most_recent) recent.removeLast();
    s.setValue("recent", recent), s.setValue("folder", QFileInfo(full).path());
    QVariantMap places = s.value("places").toMap();
    for (const QString& old : places.keys())
        if (!recent.contains(old)) places.remove(old);
    s.setValue("places", places);
    start_->show_recent(recent);
    recent_menu_->clear();
    for (const QString& one : recent)
        recent_menu_->addAction(QFileInfo(one).fileName().replace("&", "&&") + "  ·  " +
                                    QFileInfo(one).path(),
                                this, [this, one] { open(one); });
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
    keep_thumbnail();
}

bool Window::return_to_place() {
    const QVariantList place =
        QSettings().value("places").toMap().value(QFileInfo(shown_).absoluteFilePath()).toList();
    if (place.size() != 2) return false;
    session_.set_moment(place[0].toDouble());
    if (!place[1].toString().isEmpty()) session_.return_to(place[1].toString());
    return true;
}

namespace {
/// Name in the settings, and the splitter.
using Splitters = std::initializer_list<std::pair<const char*, QSplitter*>>;
} // namespace

void Window::restore_layout() {
    QSettings s;
    restoreGeometry(s.value("geometry").toByteArray());
    for (const auto& [name, splitter] : Splitters{{"across", across_},
                                                  {"down", down_},
                                                  {"left", left_},
                                                  {"right", right_},
                                                  {"account", account_->splitter()}})
        splitter->restoreState(s.value(name).toByteArray());
    QStringList recent;
    for (const QString& path : s.value("recent").toStringList())
        if (QFileInfo::exists(path)) recent.push_back(path);
    start_->show_recent(recent);
    for (const QString& one : recent)
        recent_menu_->addAction(QFileInfo(one).fileName().replace("&", "&&") + "  ·  " +
                                    QFileInfo(one).path(),
                                this, [this, one] { open(one); });
}

void Window::restore_session() {
    const QString last = QSettings().value("open").toString();
    if (!last.isEmpty() && QFileInfo::exists(last)) open(last);
}

void Window::closeEvent(QCloseEvent* e) {
    remember_place();
    QSettings s;
    s.setValue("geometry", saveGeometry());
    for (const auto& [name, splitter] : Splitters{{"across", across_},
                                                  {"down", down_},
                                                  {"left", left_},
                                                  {"right", right_},
                                                  {"account", account_->splitter()}})
        s.setValue(name, splitter->saveState());
    const bool reviewing = pages_->currentIndex() == 1 && !session_.live();
    s.setValue("open", reviewing ? QFileInfo(shown_).absoluteFilePath() : QString());
    e->accept();
}

void Window::dragEnterEvent(QDragEnterEvent* e) {
    if (e->mimeData()->hasUrls()) e->acceptProposedAction();
}

void Window::dropEvent(QDropEvent* e) {
    for (const QUrl& url : e->mimeData()->urls())
        if (url.isLocalFile()) return open(url.toLocalFile());
}

void Window::show_about() {
    QMessageBox box(this);
    box.setWindowTitle(tr("About Odd Bounce")), box.setTextFormat(Qt::PlainText);
    box.setText(QString("Odd Bounce %1").arg(ODDB_VERSION));
    box.setInformativeText(tr("Inspects recorded frames of a game's physics to find faulty collisions.\n\n"
                              "GPL-3.0-or-later. The recorders are MIT, so that any game may include them."));
    box.exec();
}

void Window::show_guide() { show_user_guide(this); }

void Window::show_coverage() {
    if (!session_.recording()) return say(tr("Open a recording first."));
    auto* dialog = new CoverageDialog(session_, this);
    dialog->setAttribute(Qt::WA_DeleteOnClose), dialog->open();
}

void Window::show_why_not() {
    if (!session_.recording()) return say(tr("Open a recording first."));
    auto* dialog = new WhyNotDialog(session_, this);
    dialog->setAttribute(Qt::WA_DeleteOnClose), dialog->show();
}

void Window::show_recorders() {
    auto* dialog = new RecordDialog(session_, this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    connect(dialog, &RecordDialog::wants_dialog, this, &Window::ask_file);
    connect(dialog, &RecordDialog::wants_games, this, &Window::listen);
    dialog->show();
}

/// What the view shows now, for the list of recent recordings.
void Window::keep_thumbnail() const {
    if (!view_->isVisible() || view_->width() < 16) return;
    const QString path = thumbnail_path(QFileInfo(shown_).absoluteFilePath());
    QDir().mkpath(QFileInfo(path).path());
    view_->grab()
        .toImage()
        .scaled(180, 120, Qt::KeepAspectRatioByExpanding, Qt::SmoothTransformation)
        .copy(0, 0, 180, 120)
        .save(path);
}

} // namespace oddbounce
