// SPDX-License-Identifier: GPL-3.0-or-later
// The view's handles: found under the pointer, dragged, typed.
#include "fault/account_text.hpp"
#include "theme/theme.hpp"
#include "view/view_widget.hpp"

#include <QKeyEvent>
#include <QRegularExpression>

namespace oddbounce {

/// All that are shown. Of two that lie in one place the first.
std::vector<ViewWidget::Held> ViewWidget::held_by_handles() const {
    constexpr double apart = 8.0; // pixels
    std::vector<Held> out;
    for (std::unique_ptr<Handled>& of : handled(session_)) {
        const std::shared_ptr<const Handled> shared = std::move(of);
        const std::size_t others = out.size();
        for (const Handle& h : shared->shown(mapping_)) {
            const auto covers = [&](const Held& other) {
                return length(mapping_.to(other.handle.at) - mapping_.to(h.at)) < apart;
            };
            if (std::none_of(out.begin(), out.begin() + static_cast<std::ptrdiff_t>(others), covers))
                out.push_back({shared, h});
        }
    }
    return out;
}

std::optional<ViewWidget::Held> ViewWidget::handle_under(const QPointF& pixel) const {
    if (measuring_) return {};
    constexpr double near = 7.0; // pixels
    std::optional<Held> best;
    double least = near;
    for (Held& held : held_by_handles())
        if (const double d = QLineF(mapping_.to(held.handle.at), pixel).length(); d < least)
            least = d, best = std::move(held);
    return best;
}

/// "30 px: drag it, or double-click it to type".
QString ViewWidget::handle_text(const Held& held) const {
    QStringList out;
    for (const HandleNumber& n : held.of->numbers(held.handle))
        out << QString("%1%2%3").arg(QString::fromStdString(figure(n.value)), n.unit.size() > 1 ? " " : "",
                                     n.unit);
    return out.isEmpty() ? tr("drag it") : tr("%1: drag it, or double-click it to type").arg(out.join(", "));
}

void ViewWidget::drag_to(const QPointF& pixel, bool symmetric) {
    drag_->now = handled_of(
        session_, drag_->of->dragged(drag_->handle, led_to(drag_->handle, pixel, mapping_), symmetric));
    if (drag_->now->defect().empty()) session_.preview({"", nlohmann::json::array({drag_->now->change()})});
    update();
}

void ViewWidget::drop_handle() {
    const Drag drag = std::move(*std::exchange(drag_, std::nullopt));
    session_.end_preview();
    update();
    if (drag.now) keep_change(*drag.of, *drag.now);
}

/// The change becomes a candidate of the person's, or goes into the one that is chosen.
void ViewWidget::keep_change(const Handled& before, const Handled& now) {
    if (!now.defect().empty() || now.change() == before.change()) return;
    if (now.plain()) return session_.remove_candidate(session_.candidate());
    Fix fix{QString("%1: %2").arg(now.thing(), now.measures()).toStdString(),
            nlohmann::json::array({now.change()})};
    if (before.plain()) return session_.add_candidate(fix);
    fix.off = session_.candidates()[static_cast<std::size_t>(session_.candidate())].fix.off;
    session_.replace_candidate(session_.candidate(), fix);
}

/// Opens a line beside the handle with its numbers. Return takes them, Escape leaves them.
void ViewWidget::type_numbers(const Held& held) {
    const std::vector<HandleNumber> numbers = held.of->numbers(held.handle);
    if (numbers.empty()) return;
    end_typing();
    typed_ = held;
    QStringList values;
    for (const HandleNumber& n : numbers) values << QString::number(n.value, 'g', 7);
    typing_ = new QLineEdit(values.join(" "), this);
    typing_->setFont(type(12)), typing_->setAccessibleName(tr("numbers of the handle"));
    typing_->setToolTip(tr("Return takes the numbers, Escape leaves them as they were."));
    typing_->setFixedWidth(40 + 44 * static_cast<int>(numbers.size()));
    const QPoint at = (mapping_.to(held.handle.at) + QPointF(12, -12)).toPoint();
    typing_->move(std::clamp(at.x(), 4, std::max(4, width() - typing_->width() - 4)),
                  std::clamp(at.y() - typing_->sizeHint().height(), 4, std::max(4, height() - 30)));
    typing_->installEventFilter(this);
    connect(typing_, &QLineEdit::returnPressed, this, &ViewWidget::take_typed);
    typing_->show(), typing_->selectAll(), typing_->setFocus();
    update();
}

void ViewWidget::take_typed() {
    if (!typed_ || !typing_) return;
    const std::size_t wanted = typed_->of->numbers(typed_->handle).size();
    std::vector<double> values;
    bool good = true;
    static const QRegularExpression between(QString::fromUtf8("[\\s,;×]+"));
    for (const QString& word : typing_->text().split(between, Qt::SkipEmptyParts)) {
        bool number = false;
        values.push_back(word.toDouble(&number));
        good = good && number && std::isfinite(values.back());
    }
    if (!good || values.size() != wanted) {
        emit hovered(wanted == 1 ? tr("One number is expected, with a point before decimals.")
                                 : tr("%1 numbers are expected, with a point before decimals.").arg(wanted));
        return typing_->selectAll();
    }
    const Held held = *typed_;
    end_typing();
    const Handle exact = held.handle.exactly();
    const auto now = handled_of(session_, held.of->dragged(exact, held.of->place_for(exact, values)));
    if (const std::string why = now->defect(); !why.empty()) emit hovered(QString::fromStdString(why));
    keep_change(*held.of, *now);
}

void ViewWidget::end_typing() {
    typed_.reset();
    QLineEdit* line = typing_;
    typing_.clear(); // hiding it takes its focus, which ends typing
    if (!line) return;
    const bool focus = line->hasFocus();
    line->hide(), line->deleteLater();
    if (focus) setFocus();
    update();
}

bool ViewWidget::eventFilter(QObject* of, QEvent* e) {
    if (of != typing_) return QWidget::eventFilter(of, e);
    const bool escape = (e->type() == QEvent::KeyPress || e->type() == QEvent::ShortcutOverride) &&
                        static_cast<QKeyEvent*>(e)->key() == Qt::Key_Escape;
    if (escape) {
        e->accept();
        if (e->type() == QEvent::KeyPress) end_typing();
        return true;
    }
    if (e->type() == QEvent::FocusOut) end_typing();
    return QWidget::eventFilter(of, e);
}

void ViewWidget::paint_drag(QPainter& p) const {
    if (measuring_) return;
    const Theme& th = Theme::current();
    if (!drag_ || !drag_->now) {
        std::vector<Handle> all;
        for (const Held& held : held_by_handles()) all.push_back(held.handle);
        return paint_handles(p, mapping_, all);
    }
    const Handled& now = *drag_->now;
    now.paint(p, mapping_);
    if (now.defect().empty()) paint_handles(p, mapping_, now.shown(mapping_));
    p.setFont(type(12, true));
    QString text = now.measures();
    if (!session_.preview_line().empty())
        text += (text.isEmpty() ? "" : " · ") + QString::fromStdString(session_.preview_line());
    QPointF q = last_ + QPointF(16, -14);
    QRectF box = p.fontMetrics().boundingRect(text).toRectF().translated(q).adjusted(-6, -4, 6, 4);
    if (box.right() > width() - 6) q.rx() -= box.right() - width() + 6, box.moveRight(width() - 6);
    p.fillRect(box, th.panel);
    p.setPen(th.ink), p.drawText(q, text);
}

} // namespace oddbounce
