// SPDX-License-Identifier: GPL-3.0-or-later
#include "findings/bodies_panel.hpp"

#include "fault/account_text.hpp"
#include "language/language.hpp"
#include "theme/theme.hpp"

#include <QHBoxLayout>
#include <QPainter>
#include <QStyledItemDelegate>
#include <QVBoxLayout>

namespace oddbounce {

BodiesModel::BodiesModel(Session& session, QObject* parent) : QAbstractListModel(parent), session_(session) {}

void BodiesModel::filter(const QString& words) {
    words_ = words;
    rebuild();
}

void BodiesModel::rebuild() {
    beginResetModel();
    bodies_.clear();
    if (session_.recording()) {
        const World& w = *session_.instant().now;
        const QStringList words = words_.toLower().split(' ', Qt::SkipEmptyParts);
        for (Slot b = 0; b < static_cast<Slot>(w.bodies().size()); ++b) {
            if (!w.body(b).def) continue;
            const QString name = QString("%1 #%2 %3")
                                     .arg(QString::fromStdString(body_name(w, b)))
                                     .arg(w.body(b).def->id)
                                     .arg(QString::fromStdString(w.body(b).def->kind))
                                     .toLower();
            if (std::all_of(words.begin(), words.end(),
                            [&](const QString& one) { return name.contains(one); }))
                bodies_.push_back(b);
        }
        std::stable_sort(bodies_.begin(), bodies_.end(), [&](Slot a, Slot b) {
            return (w.body(a).def->moves != Moves::Static) > (w.body(b).def->moves != Moves::Static);
        });
    }
    endResetModel();
}

int BodiesModel::row_of(Slot body) const {
    const auto it = std::find(bodies_.begin(), bodies_.end(), body);
    return it == bodies_.end() ? -1 : static_cast<int>(it - bodies_.begin());
}

int BodiesModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(bodies_.size());
}

Qt::ItemFlags BodiesModel::flags(const QModelIndex& index) const {
    return index.isValid() ? Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsUserCheckable
                           : Qt::NoItemFlags;
}

bool BodiesModel::is_sensor(Slot body) const {
    const World& w = *session_.instant().now;
    const auto& colliders = w.colliders_of(body);
    return !colliders.empty() && std::all_of(colliders.begin(), colliders.end(), [&](Slot c) {
        return w.colliders()[static_cast<std::size_t>(c)].def->role == Role::Sensor;
    });
}

QString BodiesModel::what_it_is(Slot body) const {
    if (!session_.asks_what_stops() || session_.body() < 0 || body == session_.body())
        return is_sensor(body) ? core_text("sensor") : core_text(word(session_.instant().now->body(body).def->moves));
    switch (session_.does_to_chosen(body)) {
    case Does::Solid:
        return tr("stops it");
    case Does::Report:
        return tr("reports it");
    default:
        return tr("ignores it");
    }
}

QPixmap BodiesModel::icon(Slot body) const {
    const Theme& th = Theme::current();
    const bool sensor = is_sensor(body),
               moving = session_.instant().now->body(body).def->moves != Moves::Static;
    const QColor color = sensor ? th.sensor : moving ? th.moving : th.fixed;
    QPixmap out(28, 28);
    out.setDevicePixelRatio(2.0), out.fill(Qt::transparent);
    QPainter p(&out);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(color, 1.6, sensor ? Qt::DotLine : Qt::SolidLine));
    p.setBrush(moving && !sensor ? QBrush(th.tint(color, 0.2)) : QBrush(Qt::NoBrush));
    const QRectF box(1.5, 1.5, 11, 11);
    if (moving)
        p.drawRoundedRect(box, 4, 4);
    else
        p.drawRect(box);
    return out;
}

QVariant BodiesModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount() || !session_.recording()) return {};
    const Slot body = bodies_[static_cast<std::size_t>(index.row())];
    const World& w = *session_.instant().now;
    if (body >= static_cast<Slot>(w.bodies().size()) || !w.body(body).def) return {};
    switch (role) {
    case Qt::DisplayRole:
        return QString::fromStdString(body_name(w, body));
    case Qt::AccessibleTextRole:
        return QString::fromStdString(body_name(w, body)) + ", " + what_it_is(body);
    case Qt::CheckStateRole:
        return session_.hidden(body) ? Qt::Unchecked : Qt::Checked;
    case Qt::DecorationRole:
        return icon(body);
    case Qt::ToolTipRole:
        return tr("Click to choose this body. The timeline shows what it meets. The tick shows or hides it.");
    case What:
        return session_.hidden(body) ? tr("hidden") : what_it_is(body);
    case BodySlot:
        return body;
    default:
        return {};
    }
}

bool BodiesModel::setData(const QModelIndex& index, const QVariant& value, int role) {
    if (!index.isValid() || role != Qt::CheckStateRole) return false;
    session_.set_hidden(bodies_[static_cast<std::size_t>(index.row())], value.toInt() != Qt::Checked);
    emit dataChanged(index, index);
    return true;
}

namespace {

/// Tick, shape and name as usual; at the right, what it is or does.
class RowPainter : public QStyledItemDelegate {
  public:
    using QStyledItemDelegate::QStyledItemDelegate;

    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override {
        const Theme& th = Theme::current();
        const QString what = index.data(BodiesModel::What).toString();
        QStyledItemDelegate::paint(p, option, index);
        p->save();
        p->setFont(type(12)), p->setPen(th.soft);
        p->drawText(option.rect.adjusted(0, 0, -12, 0), Qt::AlignVCenter | Qt::AlignRight, what);
        p->restore();
    }

  protected:
    void initStyleOption(QStyleOptionViewItem* option, const QModelIndex& index) const override {
        QStyledItemDelegate::initStyleOption(option, index);
        const int room =
            QFontMetrics(type(12)).horizontalAdvance(index.data(BodiesModel::What).toString()) + 24 + 52;
        option->text =
            option->fontMetrics.elidedText(option->text, Qt::ElideMiddle, option->rect.width() - room);
    }
};

} // namespace

BodiesPanel::BodiesPanel(Session& session, QWidget* parent) : QWidget(parent), session_(session) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 8, 0, 0), column->setSpacing(5);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(14, 0, 14, 0);
    auto* title = new QLabel(tr("Bodies"));
    title->setFont(type(14, true));
    count_ = new QLabel;
    count_->setForegroundRole(QPalette::PlaceholderText);
    head->addWidget(title), head->addStretch(), head->addWidget(count_);
    column->addLayout(head);
    filter_ = new QLineEdit;
    filter_->setPlaceholderText(tr("filter: name, kind, #id")), filter_->setClearButtonEnabled(true);
    filter_->setAccessibleName(tr("filter the bodies"));
    const auto button = [](const QString& text, const QString& tip, bool checkable) {
        auto* b = new QPushButton(text);
        b->setCheckable(checkable), b->setToolTip(tip), b->setFont(type(12));
        return b;
    };
    alone_ = button(tr("only this"), tr("Hides everything but the chosen body and what it meets (S)"), true);
    stops_ = button(
        tr("what stops it?"),
        tr("Shows for each body whether it stops the chosen one; what does not is drawn faintly (W)"), true);
    all_ = button(tr("show all"), tr("Shows all bodies again"), false);
    auto* line = new QHBoxLayout;
    line->setContentsMargins(14, 0, 14, 0);
    line->addWidget(filter_, 1), line->addWidget(all_);
    auto* ways = new QHBoxLayout;
    ways->setContentsMargins(14, 0, 14, 0), ways->setSpacing(6);
    ways->addWidget(alone_), ways->addWidget(stops_), ways->addStretch();
    column->addLayout(line), column->addLayout(ways);
    model_ = new BodiesModel(session_, this);
    list_ = new QListView;
    list_->setModel(model_), list_->setItemDelegate(new RowPainter(list_));
    list_->setFrameShape(QFrame::NoFrame), list_->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff), list_->setUniformItemSizes(true);
    list_->setAccessibleName(tr("bodies"));
    column->addWidget(list_, 1);

    connect(alone_, &QPushButton::clicked, this, [this] { session_.toggle_alone(); });
    connect(stops_, &QPushButton::clicked, this, [this](bool on) { session_.set_asks_what_stops(on); });
    connect(all_, &QPushButton::clicked, this, [this] { session_.show_all(); });
    connect(filter_, &QLineEdit::textChanged, this,
            [this](const QString& words) { model_->filter(words), refresh(); });
    connect(list_->selectionModel(), &QItemSelectionModel::currentChanged, this,
            [this](const QModelIndex& now) {
                if (now.isValid()) session_.choose_body(now.data(BodiesModel::BodySlot).toInt());
            });
    connect(&session_, &Session::recording_changed, this,
            [this] { filter_->clear(), model_->rebuild(), refresh(); });
    connect(&session_, &Session::grown, this, [this] {
        if (session_.recording() && session_.instant().now->bodies().size() != known_)
            model_->rebuild(), refresh();
    });
    connect(&session_, &Session::body_changed, this, &BodiesPanel::refresh);
    refresh();
}

void BodiesPanel::refresh() {
    const bool chosen = session_.body() >= 0;
    alone_->setVisible(chosen), stops_->setVisible(chosen), all_->setVisible(!session_.hidden().empty());
    alone_->setChecked(!session_.hidden().empty()), stops_->setChecked(session_.asks_what_stops());
    if (!session_.recording()) return;
    const World& w = *session_.instant().now;
    known_ = w.bodies().size();
    std::size_t defined = 0, hidden = 0;
    for (Slot b = 0; b < static_cast<Slot>(known_); ++b)
        if (w.body(b).def) ++defined, hidden += session_.hidden(b);
    count_->setText(tr("%1 of %2 shown").arg(defined - hidden).arg(defined));
    const int row = model_->row_of(session_.body());
    const QSignalBlocker quiet(list_->selectionModel());
    list_->setCurrentIndex(row >= 0 ? model_->index(row) : QModelIndex());
    if (row >= 0) list_->scrollTo(model_->index(row));
    list_->viewport()->update();
}

} // namespace oddbounce
