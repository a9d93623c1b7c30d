// SPDX-License-Identifier: GPL-3.0-or-later
// Everything that the window can do, each once: menus, shortcuts, the list of commands and the sheet of keys
// are made from these.
#pragma once

#include <QAction>
#include <QKeySequence>
#include <QMenuBar>

#include <functional>
#include <vector>

namespace oddbounce {

/// The menus, in their order.
enum class MenuOf { File, Go, View, Finding, Fix, Help };

struct Command {
    MenuOf menu = MenuOf::File;
    QString text; ///< of the action; "…" where it asks something first
    QString keys; ///< separated by " or "
    std::function<void()> run;
    /// For what is on or off: the present state. None: it is done, not switched.
    std::function<bool()> on;
    bool starts_group = false; ///< a line stands above it in its menu
};

class Commands : public QObject {
    Q_OBJECT
  public:
    explicit Commands(QWidget* window);
    QAction* add(Command command);
    void add_menu(MenuOf menu, QMenu* sub, bool starts_group = false);
    const std::vector<QAction*>& actions() const { return actions_; }
    QMenu* menu(MenuOf which) const { return menus_[static_cast<std::size_t>(which)]; }
    /// The action of this English text, or null.
    QAction* find(const QString& text) const;
    /// Shows what is on and what is off.
    void refresh();

  private:
    std::vector<QMenu*> menus_;
    std::vector<QAction*> actions_;
    std::vector<std::pair<QAction*, std::function<bool()>>> switches_;
    QWidget* window_;
};

/// "Ctrl+E", as the person's desktop writes it; several with a comma.
QString keys_text(const QAction& action);
/// A searchable list of all commands (Ctrl+K); runs the chosen one.
void choose_command(QWidget* parent, const Commands& commands);
/// All keys, by menu.
void show_keys(QWidget* parent, const Commands& commands);

} // namespace oddbounce
