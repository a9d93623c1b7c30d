// SPDX-License-Identifier: GPL-3.0-or-later
#include "bench/knob_panel.hpp"

#include "fault/account_text.hpp"
#include "fixes/candidate_dialog.hpp"
#include "language/language.hpp"
#include "theme/theme.hpp"

#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QLabel>
#include <QPushButton>
#include <QSlider>
#include <QToolButton>
#include <QVBoxLayout>

namespace oddbounce {

namespace {

constexpr int ticks = 400; // of a slider

double value_at(const KnobPanel::Row& row, int tick) {
    const double value = row.from + (row.to - row.from) * tick / ticks;
    return row.number.whole() ? std::round(value) : value;
}
int tick_of(const KnobPanel::Row& row, double value) {
    return static_cast<int>(std::lround((value - row.from) / (row.to - row.from) * ticks));
}

/// "grow both colliders · grow 4 px" without what was added for a value.
std::string plain_name(const std::string& name) { return name.substr(0, name.find(" \u00b7 ")); }

/// What a change is about: "colliders: net", "motion: parcel, ball".
QString target_text(const Recording& r, const nlohmann::json& change) {
    const auto name = [&](const std::string& key, const nlohmann::json& id) {
        if (id.is_string()) return QString::fromStdString(id.get<std::string>());
        Id body = id.get<Id>();
        if (key == "colliders") {
            const Slot c = r.collider_slot(body);
            if (c < 0) return QString::number(body);
            body = r.body_id(at(r.world_at(r.size() - 1), c).body);
        }
        return QString::fromStdString(body_name(r, body));
    };
    for (const char* key :
         {"motion", "kinds", "bodies", "colliders", "parts", "rays", "probes", "events", "grounded"}) {
        if (!change.contains(key)) continue;
        const nlohmann::json& to = change[key];
        QStringList out;
        for (const nlohmann::json& one : to.is_array() ? to : nlohmann::json::array({to}))
            out << name(key, one);
        return QString("%1: %2").arg(core_text(key), out.join(", "));
    }
    return QString::fromStdString(change.dump());
}

} // namespace

KnobPanel::KnobPanel(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0), column->setSpacing(4);
    list_ = new QVBoxLayout;
    list_->setSpacing(4);
    preview_ = new QLabel;
    preview_->setFont(type(12, true)), preview_->setWordWrap(true);
    preview_->setMinimumHeight(QFontMetrics(preview_->font()).height());
    add_ = new QPushButton(tr("Add a change…"));
    add_->setToolTip(tr("Another change in the same candidate fix"));
    connect(add_, &QPushButton::clicked, this, &KnobPanel::add_change);
    column->addLayout(list_), column->addWidget(preview_), column->addWidget(add_, 0, Qt::AlignLeft);
    connect(&session_, &Session::preview_changed, this,
            [this] { preview_->setText(QString::fromStdString(session_.preview_line())); });
    for (auto signal : {&Session::candidates_changed, &Session::recording_changed})
        connect(&session_, signal, this, &KnobPanel::rebuild);
    rebuild();
}

const Candidate* KnobPanel::candidate() const {
    const auto i = static_cast<std::size_t>(session_.candidate());
    if (session_.candidate() < 0 || i >= session_.candidates().size()) return nullptr;
    const Candidate& c = session_.candidates()[i];
    return c.state == Candidate::Advice ? nullptr : &c;
}

QString KnobPanel::named(const Fix& fix, const FixNumber& n, double value) const {
    return QString::fromStdString(plain_name(fix.name)) + " · " + QString::fromStdString(n.name) + ' ' +
           QString::fromStdString(n.length() ? length_text(*session_.recording(), value) : figure(value));
}

void KnobPanel::put(const Fix& fix) {
    session_.end_preview();
    own_change_ = true;
    session_.replace_candidate(session_.candidate(), fix);
    own_change_ = false;
}

void KnobPanel::add_change() {
    const Candidate* c = candidate();
    if (!c) return;
    CandidateDialog dialog(session_, this);
    if (dialog.exec() != QDialog::Accepted) return;
    const Candidate* now = candidate();
    if (!now) return;
    Fix fix = now->fix;
    const Fix more = dialog.fix();
    for (const nlohmann::json& change : more.changes) fix.changes.push_back(change);
    fix.name = plain_name(fix.name) + " + " + more.name;
    put(fix);
}

void KnobPanel::change_fix(const std::function<void(Fix&)>& how, const QString& said) {
    const Candidate* c = candidate();
    if (!c) return;
    Fix fix = c->fix;
    how(fix);
    fix.name = plain_name(fix.name) + (" \u00b7 " + said).toStdString();
    put(fix);
}

void KnobPanel::remove_change(std::size_t change) {
    if (const Candidate* c = candidate(); c && c->fix.changes.size() > 1)
        change_fix([&](Fix& fix) { fix.changes.erase(change); }, tr("one change less"));
}

void KnobPanel::switch_off(std::size_t change) {
    if (const Candidate* c = candidate(); c && c->fix.changes.size() > 1)
        change_fix([&](Fix& fix) { fix.off.push_back(fix.changes[change]), fix.changes.erase(change); },
                   tr("one change off"));
}

void KnobPanel::switch_on(std::size_t off) {
    change_fix([&](Fix& fix) { fix.changes.push_back(fix.off[off]), fix.off.erase(off); },
               tr("one change on"));
}

void KnobPanel::move_up(std::size_t change) {
    change_fix([&](Fix& fix) { std::swap(fix.changes[change], fix.changes[change - 1]); },
               tr("another order"));
}

void KnobPanel::add_numbers(const Candidate& c, std::size_t change) {
    for (const FixNumber& n : numbers_of(c.fix)) {
        if (n.change != change) continue;
        const auto [known, fresh] = ranges_.try_emplace(n.name, usual_range(n));
        auto [from, to] = known->second;
        from = std::min(from, n.value), to = std::max(to, n.value);
        if (to <= from) to = from + 1.0;
        auto* line = new QWidget;
        auto* row = new QHBoxLayout(line);
        row->setContentsMargins(0, 0, 0, 0), row->setSpacing(6);
        auto* label = new QLabel(QString::fromStdString(n.name));
        label->setFont(type(12)), label->setMinimumWidth(72), label->setToolTip(core_text(n.knob->name));
        auto* slider = new QSlider(Qt::Horizontal);
        auto* box = new QDoubleSpinBox;
        auto* ask = new QPushButton(tr("which work?"));
        rows_.push_back({n, from, to, slider, box, ask});
        const Row& made = rows_.back();
        slider->setRange(0, ticks), slider->setValue(tick_of(made, n.value)), slider->setPageStep(ticks / 10);
        slider->setAccessibleName(label->text()), box->setAccessibleName(label->text());
        box->setDecimals(n.whole() ? 0 : 3);
        if (n.knob->bounded())
            box->setRange(n.knob->least, n.knob->most);
        else
            box->setRange(-1e9, 1e9);
        box->setValue(n.value), box->setKeyboardTracking(false), box->setFont(type(12));
        box->setButtonSymbols(QAbstractSpinBox::NoButtons), box->setMaximumWidth(76);
        if (n.length()) box->setSuffix(' ' + QString::fromStdString(session_.recording()->header.unit));
        ask->setFont(type(12));
        ask->setToolTip(tr("Tries values beside this one and shows where they begin and cease to work"));
        const auto preview = [this, made](int tick) {
            const double value = value_at(made, tick);
            const QSignalBlocker quiet(made.box);
            made.box->setValue(value);
            if (const Candidate* now = candidate())
                session_.preview(with_number(now->fix, made.number, value));
        };
        const auto take = [this, made](double value) {
            const Candidate* now = candidate();
            if (!now || value == made.number.value) return session_.end_preview();
            Fix fix = with_number(now->fix, made.number, value);
            fix.name = named(now->fix, made.number, value).toStdString();
            put(fix);
        };
        connect(slider, &QSlider::valueChanged, this, [preview, take, slider, made](int tick) {
            if (slider->isSliderDown())
                preview(tick);
            else
                take(value_at(made, tick));
        });
        connect(slider, &QSlider::sliderReleased, this,
                [take, slider, made] { take(value_at(made, slider->value())); });
        connect(box, &QDoubleSpinBox::valueChanged, this, take);
        connect(ask, &QPushButton::clicked, this,
                [this, n] { session_.seek_range(session_.candidate(), n); });
        row->addWidget(label), row->addWidget(slider, 1), row->addWidget(box), row->addWidget(ask);
        list_->addWidget(line);
    }
}

/// What is chosen from a few words, or is on or off.
void KnobPanel::add_choices(const Candidate& c, std::size_t change) {
    const nlohmann::json& it = c.fix.changes[change];
    for (const auto& [key, value] : it.items()) {
        const Knob* k = knob(change_kind(it), key);
        if (!k || (k->kind != Knob::Kind::Choice && k->kind != Knob::Kind::Flag)) continue;
        const auto set = [this, change, key = key](const nlohmann::json& to) {
            const Candidate* now = candidate();
            if (!now) return;
            Fix fix = now->fix;
            fix.changes[change][key] = to;
            fix.name = plain_name(fix.name) + " \u00b7 " + key + ' ' +
                       (to.is_string() ? to.get<std::string>() : to.dump());
            put(fix);
        };
        auto* line = new QWidget;
        auto* row = new QHBoxLayout(line);
        row->setContentsMargins(0, 0, 0, 0), row->setSpacing(6);
        auto* label = new QLabel(QString::fromStdString(key));
        label->setFont(type(12)), label->setMinimumWidth(72);
        row->addWidget(label);
        if (k->kind == Knob::Kind::Flag) {
            auto* box = new QCheckBox(value.get<bool>() ? tr("on") : tr("off"));
            box->setChecked(value.get<bool>()), box->setFont(type(12)), box->setAccessibleName(label->text());
            connect(box, &QCheckBox::clicked, this, [set](bool on) { set(on); });
            row->addWidget(box, 1);
        } else {
            auto* box = new QComboBox;
            for (const std::string& one : choices_of(*k))
                box->addItem(core_text(one.c_str()), QString::fromStdString(one));
            box->setCurrentIndex(box->findData(QString::fromStdString(value.get<std::string>())));
            box->setFont(type(12)), box->setAccessibleName(label->text());
            connect(box, &QComboBox::activated, this,
                    [set, box](int i) { set(box->itemData(i).toString().toStdString()); });
            row->addWidget(box, 1);
        }
        list_->addWidget(line);
    }
}

/// What the change is about; of several, whether it counts, and its place among them.
void KnobPanel::add_heads(const Candidate& c, std::size_t change) {
    auto* head = new QWidget;
    auto* row = new QHBoxLayout(head);
    row->setContentsMargins(0, change == 0 ? 0 : 6, 0, 0);
    const QString text = target_text(*session_.recording(), c.fix.changes[change]);
    const bool one = c.fix.changes.size() == 1;
    const auto button = [&](const char* sign, const QString& tip, auto&& pressed) {
        auto* made = new QToolButton;
        made->setText(QString::fromUtf8(sign)), made->setAutoRaise(true), made->setToolTip(tip);
        made->setAccessibleName(tip);
        connect(made, &QToolButton::clicked, this, pressed);
        row->addWidget(made);
    };
    if (!one || !c.fix.off.empty()) {
        auto* on = new QCheckBox;
        on->setChecked(true), on->setEnabled(!one), on->setToolTip(tr("Whether this change counts"));
        on->setAccessibleName(text);
        connect(on, &QCheckBox::clicked, this, [this, change] { switch_off(change); });
        row->addWidget(on);
    }
    auto* label = new QLabel(text);
    label->setFont(type(12, true)), label->setWordWrap(true);
    row->addWidget(label, 1);
    if (change > 0)
        button("↑", tr("Make this change before the one above"), [this, change] { move_up(change); });
    if (!one) button("×", tr("Leave this change out"), [this, change] { remove_change(change); });
    list_->addWidget(head);
}

/// Changes that are put aside.
void KnobPanel::add_off(const Candidate& c) {
    for (std::size_t i = 0; i < c.fix.off.size(); ++i) {
        QStringList keys;
        for (const auto& [key, value] : c.fix.off[i].items())
            if (const Knob* k = knob(change_kind(c.fix.off[i]), key); k && k->kind != Knob::Kind::Targets)
                keys << QString("%1 %2").arg(
                    key.c_str(), (value.is_string() ? value.get<std::string>() : value.dump()).c_str());
        auto* on = new QCheckBox(
            QString("%1 · %2").arg(target_text(*session_.recording(), c.fix.off[i]), keys.join(", ")));
        on->setFont(type(12)), on->setToolTip(tr("Whether this change counts"));
        connect(on, &QCheckBox::clicked, this, [this, i] { switch_on(i); });
        list_->addWidget(on);
    }
}

void KnobPanel::add_map() {
    if (rows_.size() < 2) return;
    std::vector<FixNumber> numbers;
    for (const Row& row : rows_) numbers.push_back(row.number);
    auto* line = new QWidget;
    auto* row = new QHBoxLayout(line);
    row->setContentsMargins(0, 0, 0, 0), row->setSpacing(6);
    map_ = new QPushButton(numbers.size() > 2 ? tr("Map of")
                                              : tr("Map of %1 and %2")
                                                    .arg(QString::fromStdString(numbers[0].name),
                                                         QString::fromStdString(numbers[1].name)));
    map_->setFont(type(12)), map_->setToolTip(tr("Tries each value of the one with each value of the other"));
    row->addWidget(map_);
    if (numbers.size() > 2) {
        map_across_ = new QComboBox, map_up_ = new QComboBox;
        for (QComboBox* box : {map_across_, map_up_}) {
            for (const FixNumber& n : numbers) box->addItem(QString::fromStdString(n.name));
            box->setFont(type(12)), row->addWidget(box);
        }
        map_up_->setCurrentIndex(1);
        map_across_->setAccessibleName(tr("number across the map"));
        map_up_->setAccessibleName(tr("number up the map"));
    }
    row->addStretch(1);
    connect(map_, &QPushButton::clicked, this, [this, numbers] {
        const auto across = static_cast<std::size_t>(map_across_ ? map_across_->currentIndex() : 0),
                   up = static_cast<std::size_t>(map_up_ ? map_up_->currentIndex() : 1);
        if (across != up) session_.seek_map(session_.candidate(), numbers[across], numbers[up]);
    });
    list_->addWidget(line);
}

void KnobPanel::rebuild() {
    const Candidate* c = candidate();
    const std::string fix = c ? json_of(c->fix).dump() : std::string();
    add_->setEnabled(c != nullptr);
    if (fix == shown_) return; // a verdict has come: the sliders stay in the hand
    shown_ = fix;
    if (!own_change_) ranges_.clear();
    rows_.clear(), map_ = nullptr, map_across_ = map_up_ = nullptr;
    while (QLayoutItem* item = list_->takeAt(0)) {
        item->widget()->hide(), item->widget()->deleteLater();
        delete item;
    }
    if (!c) return;
    for (std::size_t i = 0; i < c->fix.changes.size(); ++i)
        add_heads(*c, i), add_choices(*c, i), add_numbers(*c, i);
    add_off(*c);
    add_map();
}

} // namespace oddbounce
