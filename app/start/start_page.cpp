// SPDX-License-Identifier: GPL-3.0-or-later
#include "start/start_page.hpp"

#include "fault/rule.hpp"
#include "language/language.hpp"
#include "theme/theme.hpp"

#include <QCoreApplication>
#include <QCryptographicHash>
#include <QDateTime>
#include <QFile>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QLocale>
#include <QPainter>
#include <QPainterPath>
#include <QScrollArea>
#include <QStandardPaths>

namespace oddbounce {

std::vector<Sample> samples() {
    const auto text = [](const QJsonValue& v) { return core_text(v.toString().toUtf8()); };
    std::vector<Sample> out;
    for (const QString& folder : {QCoreApplication::applicationDirPath() + "/../samples",
                                  QCoreApplication::applicationDirPath() + "/../share/odd-bounce/samples"}) {
        QFile index(folder + "/index.json");
        if (!index.open(QIODevice::ReadOnly)) continue;
        for (const QJsonValue& v : QJsonDocument::fromJson(index.readAll()).array()) {
            const QJsonObject o = v.toObject(), correct = o["right"].toObject();
            const QFileInfo file(folder + "/" + o["file"].toString()),
                correct_file(folder + "/" + correct["file"].toString());
            const Fault* fault = fault_by_id(o["fault"].toString().toStdString());
            if (file.exists())
                out.push_back({file.canonicalFilePath(), text(o["title"]), text(o["what"]), text(o["group"]),
                               fault ? in_line(core_text(fault->title)) : QString(),
                               correct_file.canonicalFilePath(), text(correct["what"])});
        }
        break;
    }
    return out;
}

QString thumbnail_path(const QString& recording) {
    const QByteArray name = QCryptographicHash::hash(recording.toUtf8(), QCryptographicHash::Sha1).toHex();
    return QStandardPaths::writableLocation(QStandardPaths::CacheLocation) + "/recent/" + name + ".png";
}

namespace {

/// A ball that does not bounce as it should: its way, and the way it took.
class Picture : public QWidget {
  public:
    Picture() { setFixedSize(260, 140); }

  protected:
    void paintEvent(QPaintEvent*) override {
        const Theme& th = Theme::current();
        const double floor = 92.0;
        QPainter p(this);
        p.setRenderHint(QPainter::Antialiasing);
        p.setPen(QPen(th.fixed, 1.6));
        p.drawLine(QPointF(0, floor), QPointF(250, floor));
        p.setPen(QPen(th.tint(th.fixed, 0.6), 1.0));
        for (double s = 4; s < 246; s += 7) p.drawLine(QPointF(s, floor), QPointF(s + 7, floor + 8));
        QPainterPath good, odd;
        good.moveTo(14, 14), good.quadTo(70, 16, 100, floor - 12), good.quadTo(130, 24, 176, 28);
        odd.moveTo(100, floor - 12), odd.quadTo(112, floor + 4, 120, floor + 24);
        p.setPen(QPen(th.moving, 1.6, Qt::DashLine)), p.drawPath(good);
        p.setPen(QPen(th.finding, 2.2)), p.drawPath(odd);
        p.setPen(QPen(th.moving, 1.8)), p.setBrush(th.tint(th.moving, 0.16));
        p.drawEllipse(QPointF(14, 14), 12, 12);
        p.setPen(QPen(th.finding, 1.8)), p.setBrush(th.tint(th.finding, 0.14));
        p.drawEllipse(QPointF(124, floor + 34), 12, 12);
    }
};

/// A button that shows several lines, and is read out as one sentence.
class Card : public QPushButton {
  public:
    Card(const QString& title, const QString& what) : title_(title), what_(what) {
        setAccessibleName(title), setAccessibleDescription(what);
        setCursor(Qt::PointingHandCursor);
        setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    }

  protected:
    void paint_box(QPainter& p) const {
        const Theme& th = Theme::current();
        p.setRenderHint(QPainter::Antialiasing);
        const bool lit = underMouse() || hasFocus();
        p.setPen(QPen(lit ? th.ink : th.rule, hasFocus() ? 1.6 : 1.0)),
            p.setBrush(lit ? th.chosen : th.panel);
        p.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 5, 5);
    }
    QString title_, what_;
};

int line_height(int pixels) { return QFontMetrics(type(pixels)).height(); }

class SampleCard : public Card {
  public:
    explicit SampleCard(const Sample& s) : Card(s.title, s.what), fault_(s.fault) {
        setMinimumWidth(200);
        setFixedHeight(line_height(14) + 3 * line_height(12) + 32);
        auto* row = new QHBoxLayout(this);
        auto* other = correct = new QPushButton(StartPage::tr("correct version"));
        other->setFont(type(12)), other->setToolTip(s.correct);
        other->setAccessibleName(s.title + ", " + other->text());
        row->addStretch(), row->addWidget(other, 0, Qt::AlignBottom);
        row->setContentsMargins(0, 0, 8, 7);
    }
    QPushButton* correct;

  protected:
    void paintEvent(QPaintEvent*) override {
        const Theme& th = Theme::current();
        QPainter p(this);
        paint_box(p);
        p.fillRect(QRectF(1, 5, 3, height() - 10), th.finding);
        p.setPen(th.ink), p.setFont(type(14, true));
        p.drawText(rect().adjusted(14, 7, -10, 0), Qt::AlignTop, title_);
        p.setPen(th.soft), p.setFont(type(12));
        p.drawText(rect().adjusted(14, 9 + line_height(14), -10, -line_height(12) - 10),
                   Qt::TextWordWrap | Qt::AlignTop, what_);
        p.setPen(th.finding);
        const QRect foot = rect().adjusted(14, 0, -correct->width() - 14, -9);
        p.drawText(foot, Qt::AlignBottom, p.fontMetrics().elidedText(fault_, Qt::ElideRight, foot.width()));
    }

  private:
    QString fault_;
};

class RecentCard : public Card {
  public:
    explicit RecentCard(const QString& path)
        : Card(QFileInfo(path).fileName(),
               QFileInfo(path).path() + "\n" +
                   language_locale().toString(QFileInfo(path).lastModified(), QLocale::ShortFormat)),
          picture_(thumbnail_path(path)) {
        setToolTip(plain_tip(path)), setMinimumWidth(200);
        setFixedHeight(line_height(13) + 2 * line_height(12) + 18);
    }

  protected:
    void paintEvent(QPaintEvent*) override {
        const Theme& th = Theme::current();
        QPainter p(this);
        paint_box(p);
        const QRectF box(8, 8, 1.5 * (height() - 16), height() - 16);
        p.fillRect(box, th.paper);
        if (!picture_.isNull()) {
            p.setRenderHint(QPainter::SmoothPixmapTransform);
            p.drawPixmap(box, picture_, picture_.rect());
        }
        const int left = static_cast<int>(box.right()) + 10, wide = width() - left - 10;
        const QStringList lines = what_.split('\n');
        p.setPen(th.ink), p.setFont(type(13, true));
        p.drawText(left, 8 + p.fontMetrics().ascent(),
                   p.fontMetrics().elidedText(title_, Qt::ElideMiddle, wide));
        p.setPen(th.soft), p.setFont(type(12));
        for (int i = 0; i < lines.size(); ++i)
            p.drawText(left, 9 + line_height(13) + i * line_height(12) + p.fontMetrics().ascent(),
                       p.fontMetrics().elidedText(lines[i], Qt::ElideMiddle, wide));
    }

  private:
    QPixmap picture_;
};

QLabel* heading(const QString& text, int pixels, bool soft) {
    auto* label = new QLabel(text);
    label->setFont(type(pixels, true));
    if (soft) label->setForegroundRole(QPalette::PlaceholderText);
    return label;
}

} // namespace

StartPage::StartPage(QWidget* parent) : QWidget(parent), samples_(samples()) {
    auto* content = new QWidget;
    auto* column = new QVBoxLayout(content);
    column->setContentsMargins(48, 28, 48, 24), column->setSpacing(10);
    column->addWidget(head()), column->addWidget(recent_list()), column->addWidget(sample_list()),
        column->addStretch();
    content->setMaximumWidth(1280);
    auto* middle = new QWidget;
    auto* row = new QHBoxLayout(middle);
    row->setContentsMargins(0, 0, 0, 0);
    row->addStretch(1), row->addWidget(content, 100), row->addStretch(1);
    auto* area = new QScrollArea;
    area->setWidget(middle), area->setWidgetResizable(true), area->setFrameShape(QFrame::NoFrame);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff), area->setFocusPolicy(Qt::NoFocus);
    area->setBackgroundRole(QPalette::AlternateBase), middle->setBackgroundRole(QPalette::AlternateBase);
    auto* whole = new QVBoxLayout(this);
    whole->setContentsMargins(0, 0, 0, 0), whole->addWidget(area);
    arrange();
}

QWidget* StartPage::head() {
    auto* out = new QWidget;
    auto* row = new QHBoxLayout(out);
    row->setContentsMargins(0, 0, 0, 0);
    auto* column = new QVBoxLayout;
    column->setSpacing(8);
    column->addWidget(heading("Odd Bounce", 30, false));
    auto* what = new QLabel(
        tr("Finds faulty collisions in recorded frames, shows the exact moment, explains the cause, "
           "and checks the change that should fix it."));
    what->setFont(type(15)), what->setWordWrap(true), what->setForegroundRole(QPalette::PlaceholderText);
    column->addWidget(what);
    ways_ = new QBoxLayout(QBoxLayout::LeftToRight);
    auto *first = new QHBoxLayout, *more = new QHBoxLayout;
    const auto button = [&](const QString& text, void (StartPage::*asks)(), bool main) {
        auto* b = new QPushButton(text);
        b->setFont(type(main ? 14 : 13, main));
        connect(b, &QPushButton::clicked, this, asks);
        (main ? first : more)->addWidget(b);
        return b;
    };
    button(tr("Open a recording…"), &StartPage::wants_dialog, true);
    listen_ = button(tr("Listen for a running game"), &StartPage::wants_games, true);
    button(tr("Record your game…"), &StartPage::wants_recorders, true);
    button(tr("Help"), &StartPage::wants_help, false);
    button(tr("Light or dark"), &StartPage::wants_theme, false);
    first->addStretch(), more->addStretch();
    for (QBoxLayout* one : {ways_, static_cast<QBoxLayout*>(first), static_cast<QBoxLayout*>(more)})
        one->setSpacing(8);
    ways_->addLayout(first), ways_->addLayout(more, 1);
    column->addLayout(ways_);
    state_ = new QLabel;
    state_->setTextFormat(Qt::PlainText), state_->setForegroundRole(QPalette::PlaceholderText),
        state_->setWordWrap(true);
    column->addWidget(state_);
    head_ = column, picture_ = new Picture;
    row->addLayout(column, 1), row->addWidget(picture_, 0, Qt::AlignTop);
    show_listening({});
    return out;
}

QWidget* StartPage::recent_list() {
    recent_ = new QWidget;
    auto* column = new QVBoxLayout(recent_);
    column->setContentsMargins(0, 0, 0, 0);
    recent_grid_ = new QGridLayout;
    recent_grid_->setSpacing(10);
    column->addWidget(heading(tr("Recent"), 14, false)), column->addLayout(recent_grid_);
    recent_->hide();
    return recent_;
}

QWidget* StartPage::sample_list() {
    auto* out = new QWidget;
    auto* column = new QVBoxLayout(out);
    column->setContentsMargins(0, 0, 0, 0);
    column->addWidget(heading(tr("Samples from Gullwick Post, each one faulty and correct"), 14, false));
    if (samples_.empty())
        column->addWidget(new QLabel(tr("The samples are not installed. \"gullwick FOLDER\" writes them.")));
    sample_grid_ = new QGridLayout;
    sample_grid_->setSpacing(10);
    for (const Sample& s : samples_) {
        auto* card = new SampleCard(s);
        connect(card, &QPushButton::clicked, this, [this, path = s.path] { emit wants(path); });
        connect(card->correct, &QPushButton::clicked, this,
                [this, path = s.correct_path] { emit wants(path); });
        sample_cards_.emplace_back(s.group, card);
    }
    column->addLayout(sample_grid_);
    return out;
}

/// Cards in as many columns as there is room for.
void StartPage::arrange() {
    const int room = width() - 96;
    ways_->setDirection(QBoxLayout::LeftToRight);
    if (head_->minimumSize().width() > room) ways_->setDirection(QBoxLayout::TopToBottom);
    picture_->setVisible(room >= head_->minimumSize().width() + picture_->width() + 12);
    const int across = std::max(1, std::min(3, room / 300));
    if (across == across_) return;
    across_ = across;
    for (QLabel* h : headings_) delete h;
    headings_.clear();
    int row = 0, column = 0;
    QString group;
    for (const auto& [name, card] : sample_cards_) {
        if (name != group || column == across) {
            if (column > 0) ++row;
            column = 0;
        }
        if (name != group) {
            group = name;
            headings_.push_back(heading(group, 13, true));
            sample_grid_->addWidget(headings_.back(), row++, 0, 1, across);
        }
        sample_grid_->addWidget(card, row, column++);
    }
    for (int i = 0; i < 3; ++i)
        sample_grid_->setColumnStretch(i, i < across), recent_grid_->setColumnStretch(i, i < across);
    for (std::size_t i = 0; i < recent_cards_.size(); ++i)
        recent_grid_->addWidget(recent_cards_[i], static_cast<int>(i) / across, static_cast<int>(i) % across);
}

void StartPage::resizeEvent(QResizeEvent* e) {
    QWidget::resizeEvent(e);
    arrange();
}

void StartPage::show_recent(const QStringList& paths) {
    constexpr int most = 6;
    for (QWidget* card : recent_cards_) card->deleteLater();
    recent_cards_.clear();
    for (const QString& path : paths.mid(0, most)) {
        auto* card = new RecentCard(path);
        connect(card, &QPushButton::clicked, this, [this, path] { emit wants(path); });
        recent_cards_.push_back(card);
    }
    recent_->setVisible(!recent_cards_.empty());
    across_ = 0, arrange();
}

void StartPage::show_listening(const QString& url) {
    listen_->setText(url.isEmpty() ? tr("Listen for a running game") : tr("Stop listening"));
    state_->setText(url.isEmpty()
                        ? tr("You can also drop a .bouncelog or .bounce file on this window.")
                        : tr("Listening at %1. A game that sends there is shown at once.").arg(url));
}

} // namespace oddbounce
