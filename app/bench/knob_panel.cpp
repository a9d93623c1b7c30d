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
         {"motion", "kinds", "bodies", "colliders", "rays", "probes", "events", "grounded"}) {
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

void KnobPanel::remove_change(std::size_t change) {
    const Candidate* c = candidate();
    if (!c || c->fix.changes.size() < 2) return;
    Fix fix = c->fix;
    fix.changes.erase(change), fix.name = plain_name(fix.name) + tr(" · one change less").toStdString();
    put(fix);
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

void KnobPanel::rebuild() {
    const Candidate* c = candidate();
    const std::string fix = c ? json_of(c->fix).dump() : std::string();
    add_->setEnabled(c != nullptr);
    if (fix == shown_) return; // a verdict has come: the sliders stay in the hand
    shown_ = fix;
    if (!own_change_) ranges_.clear();
    rows_.clear(), map_ = nullptr;
    while (QLayoutItem* item = list_->takeAt(0)) {
        item->widget()->hide(), item->widget()->deleteLater();
        delete item;
    }
    if (!c) return;
    for (std::size_t i = 0; i < c->fix.changes.size(); ++i) {
        auto* head = new QWidget;
        auto* row = new QHBoxLayout(head);
        row->setContentsMargins(0, i == 0 ? 0 : 6, 0, 0);
        auto* label = new QLabel(target_text(*session_.recording(), c->fix.changes[i]));
        label->setFont(type(12, true)), label->setWordWrap(true);
        row->addWidget(label, 1);
        if (c->fix.changes.size() > 1) {
            auto* drop = new QToolButton;
            drop->setText("×"), drop->setAutoRaise(true), drop->setToolTip(tr("Leave this change out"));
            drop->setAccessibleName(drop->toolTip());
            connect(drop, &QToolButton::clicked, this, [this, i] { remove_change(i); });
            row->addWidget(drop);
        }
        list_->addWidget(head);
        add_choices(*c, i), add_numbers(*c, i);
    }
    if (rows_.size() < 2) return;
    const FixNumber across = rows_[0].number, up = rows_[1].number;
    map_ = new QPushButton(
        tr("Map of %1 and %2").arg(QString::fromStdString(across.name), QString::fromStdString(up.name)));
    map_->setFont(type(12)), map_->setToolTip(tr("Tries each value of the one with each value of the other"));
    connect(map_, &QPushButton::clicked, this,
            [this, across, up] { session_.seek_map(session_.candidate(), across, up); });
    list_->addWidget(map_, 0, Qt::AlignLeft);
}

} // namespace oddbounce
