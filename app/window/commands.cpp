// SPDX-License-Identifier: GPL-3.0-or-later
#include "window/commands.hpp"

#include "theme/theme.hpp"

#include <QDialog>
#include <QGridLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMenu>
#include <QScrollArea>
#include <QVBoxLayout>

namespace oddbounce {

Commands::Commands(QWidget* window) : QObject(window), window_(window) {
    for (const QString& name :
         {tr("&File"), tr("&Go"), tr("&View"), tr("F&inding"), tr("Fi&x"), tr("&Help")}) {
        menus_.push_back(new QMenu(name, window));
        menus_.back()->setToolTipsVisible(true);
        connect(menus_.back(), &QMenu::aboutToShow, this, &Commands::refresh);
    }
}

QAction* Commands::add(Command c) {
    QMenu* in = menu(c.menu);
    if (c.starts_group) in->addSeparator();
    QAction* action = in->addAction(c.text);
    QList<QKeySequence> keys;
    for (const QString& one : c.keys.split(" or ", Qt::SkipEmptyParts)) keys << QKeySequence(one);
    action->setShortcuts(keys);
    action->setCheckable(static_cast<bool>(c.on));
    if (c.on) switches_.emplace_back(action, c.on);
    connect(action, &QAction::triggered, this, [this, run = std::move(c.run)] { run(), refresh(); });
    window_->addAction(action);
    actions_.push_back(action);
    return action;
}

void Commands::add_menu(MenuOf which, QMenu* sub, bool starts_group) {
    if (starts_group) menu(which)->addSeparator();
    menu(which)->addMenu(sub);
}

QAction* Commands::find(const QString& text) const {
    for (QAction* a : actions_)
        if (a->text() == text) return a;
    return nullptr;
}

void Commands::refresh() {
    for (const auto& [action, on] : switches_) action->setChecked(on());
}

QString keys_text(const QAction& action) {
    QStringList out;
    for (const QKeySequence& k : action.shortcuts()) out << k.toString(QKeySequence::NativeText);
    return out.join(", ");
}

namespace {

QString plain(const QAction& action) { return QString(action.text()).remove('&'); }

QString menu_of(const Commands& commands, const QAction* action) {
    for (const MenuOf m :
         {MenuOf::File, MenuOf::Go, MenuOf::View, MenuOf::Finding, MenuOf::Fix, MenuOf::Help})
        if (commands.menu(m)->actions().contains(const_cast<QAction*>(action)))
            return commands.menu(m)->title().remove('&');
    return {};
}

/// The list of commands: words narrow it, Return runs the first or the chosen one.
class CommandList : public QDialog {
  public:
    CommandList(QWidget* parent, const Commands& commands) : QDialog(parent), commands_(commands) {
        setWindowTitle(Commands::tr("Commands"));
        line_ = new QLineEdit, list_ = new QListWidget;
        line_->setPlaceholderText(Commands::tr("what to do…")), line_->setClearButtonEnabled(true);
        line_->setAccessibleName(Commands::tr("search commands"));
        list_->setAccessibleName(Commands::tr("commands")), list_->setMinimumSize(460, 360);
        auto* column = new QVBoxLayout(this);
        column->addWidget(line_), column->addWidget(list_);
        connect(line_, &QLineEdit::textChanged, this, [this] { fill(); });
        connect(list_, &QListWidget::itemActivated, this, [this] { accept(); });
        line_->installEventFilter(this);
        fill();
    }
    QAction* chosen() const {
        const int row = list_->currentRow();
        return row < 0 ? nullptr : shown_[static_cast<std::size_t>(row)];
    }

  protected:
    bool eventFilter(QObject* o, QEvent* e) override {
        if (o != line_ || e->type() != QEvent::KeyPress) return QDialog::eventFilter(o, e);
        const int key = static_cast<QKeyEvent*>(e)->key();
        if (key == Qt::Key_Return || key == Qt::Key_Enter) return accept(), true;
        const int step = key == Qt::Key_Down ? 1 : key == Qt::Key_Up ? -1 : 0;
        if (step == 0) return QDialog::eventFilter(o, e);
        list_->setCurrentRow(std::clamp(list_->currentRow() + step, 0, list_->count() - 1));
        return true;
    }

  private:
    void fill() {
        const QStringList words = line_->text().toLower().split(' ', Qt::SkipEmptyParts);
        list_->clear(), shown_.clear();
        for (QAction* a : commands_.actions()) {
            const QString menu = menu_of(commands_, a), all = (menu + " " + plain(*a)).toLower();
            if (!a->isEnabled() ||
                !std::all_of(words.begin(), words.end(), [&](const QString& w) { return all.contains(w); }))
                continue;
            const QString keys = keys_text(*a);
            list_->addItem(menu + " › " + plain(*a) + (keys.isEmpty() ? QString() : "    " + keys));
            shown_.push_back(a);
        }
        if (list_->count() > 0) list_->setCurrentRow(0);
    }

    const Commands& commands_;
    QLineEdit* line_;
    QListWidget* list_;
    std::vector<QAction*> shown_;
};

} // namespace

void choose_command(QWidget* parent, const Commands& commands) {
    CommandList dialog(parent, commands);
    if (dialog.exec() == QDialog::Accepted)
        if (QAction* a = dialog.chosen()) a->trigger();
}

void show_keys(QWidget* parent, const Commands& commands) {
    QDialog sheet(parent);
    sheet.setWindowTitle(Commands::tr("Keys"));
    auto* page = new QWidget;
    auto* grid = new QGridLayout(page);
    grid->setHorizontalSpacing(18), grid->setContentsMargins(20, 16, 20, 16);
    int row = 0;
    QString menu;
    for (const QAction* a : commands.actions()) {
        if (a->shortcuts().isEmpty()) continue;
        if (const QString of = menu_of(commands, a); of != menu) {
            auto* head = new QLabel(menu = of);
            head->setFont(type(14, true));
            grid->addWidget(head, row++, 0, 1, 2);
        }
        auto* keys = new QLabel(keys_text(*a));
        keys->setFont(type(13, true));
        grid->addWidget(keys, row, 0), grid->addWidget(new QLabel(plain(*a)), row++, 1);
    }
    auto* area = new QScrollArea;
    area->setWidget(page), area->setFrameShape(QFrame::NoFrame), area->setWidgetResizable(true);
    auto* column = new QVBoxLayout(&sheet);
    column->setContentsMargins(0, 0, 0, 0), column->addWidget(area);
    sheet.resize(460, 620);
    sheet.exec();
}

} // namespace oddbounce
