// SPDX-License-Identifier: GPL-3.0-or-later
#include "theme/theme.hpp"

#include <QApplication>
#include <QFontDatabase>
#include <QPalette>
#include <QTextDocument>

namespace oddbounce {

namespace {
const Theme* current_theme = nullptr;
double current_scale = 1.0;

Theme make_light() {
    Theme t;
    t.paper = "#F7F4EC", t.panel = "#FCFBF7", t.ink = "#1F2A30", t.soft = "#66727A", t.rule = "#DDD7C9",
    t.chosen = "#E9E3D3";
    t.fixed = "#5A6772", t.moving = "#0B6B75", t.sensor = "#8B4A7A", t.ray = "#A8720F",
    t.candidate = "#A01F5B", t.finding = "#D0422B";
    t.shade = "#EFEADD";
    return t;
}
Theme make_night() {
    Theme t;
    t.dark = true;
    t.paper = "#22282B", t.panel = "#2A3135", t.ink = "#EAE6DA", t.soft = "#A3ABAC", t.rule = "#424B50",
    t.chosen = "#3B4549";
    t.fixed = "#A9B4BA", t.moving = "#6CC3CB", t.sensor = "#D19CC4", t.ray = "#DDAF5C",
    t.candidate = "#EC86B2", t.finding = "#FF8368";
    t.shade = "#31393D";
    return t;
}
/// Check boxes with an outline that is seen on any ground.
class PlainBoxes : public QProxyStyle {
  public:
    PlainBoxes() : QProxyStyle("Fusion") {}
    void drawPrimitive(PrimitiveElement what, const QStyleOption* o, QPainter* p,
                       const QWidget* w) const override {
        if (what != PE_IndicatorCheckBox && what != PE_IndicatorItemViewItemCheck)
            return QProxyStyle::drawPrimitive(what, o, p, w);
        const Theme& t = Theme::current();
        const bool enabled = o->state & State_Enabled;
        const QRectF box = QRectF(o->rect).adjusted(1.5, 1.5, -1.5, -1.5);
        p->save();
        p->setRenderHint(QPainter::Antialiasing);
        p->setPen(QPen(o->state & State_HasFocus ? t.ink : t.soft, 1.0));
        p->setBrush(t.paper);
        p->drawRoundedRect(box, 2.0, 2.0);
        if (o->state & State_On) {
            p->setPen(QPen(enabled ? t.ink : t.soft, 1.8, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
            const QPointF tick[] = {{0.22, 0.52}, {0.43, 0.74}, {0.8, 0.26}};
            QPolygonF line;
            for (const QPointF& q : tick)
                line << box.topLeft() + QPointF(q.x() * box.width(), q.y() * box.height());
            p->drawPolyline(line);
        }
        p->restore();
    }
};

} // namespace

const Theme& Theme::light() {
    static const Theme t = make_light();
    return t;
}
const Theme& Theme::night() {
    static const Theme t = make_night();
    return t;
}
const Theme& Theme::current() { return current_theme ? *current_theme : light(); }

QColor Theme::tint(const QColor& c, double alpha) const {
    QColor out = c;
    out.setAlphaF(static_cast<float>(alpha));
    return out;
}

QFont type(int pixels, bool bold) {
    static const QString family = QFontDatabase::families().contains("Inter") ? "Inter" : "DejaVu Sans";
    QFont f(family);
    f.setPixelSize(std::max(8, qRound(pixels * current_scale)));
    f.setWeight(bold ? QFont::DemiBold : QFont::Normal);
    return f;
}

double Theme::text_scale() { return current_scale; }
void Theme::draw_with(bool dark) { current_theme = dark ? &night() : &light(); }

void Theme::use(QApplication& app, bool dark, double text_scale) {
    const Theme& t = dark ? night() : light();
    current_theme = &t, current_scale = text_scale;
    app.setStyle(new PlainBoxes);
    QPalette p;
    p.setColor(QPalette::Window, t.panel), p.setColor(QPalette::Base, t.panel),
        p.setColor(QPalette::AlternateBase, t.paper);
    p.setColor(QPalette::WindowText, t.ink), p.setColor(QPalette::Text, t.ink),
        p.setColor(QPalette::ButtonText, t.ink);
    p.setColor(QPalette::Button, t.shade), p.setColor(QPalette::Highlight, t.chosen),
        p.setColor(QPalette::HighlightedText, t.ink);
    p.setColor(QPalette::PlaceholderText, t.soft), p.setColor(QPalette::ToolTipBase, t.panel),
        p.setColor(QPalette::ToolTipText, t.ink);
    p.setColor(QPalette::Mid, t.rule), p.setColor(QPalette::Dark, t.rule),
        p.setColor(QPalette::Light, t.panel);
    app.setPalette(p);
    app.setFont(type(13));
    app.setStyleSheet(
        QString(
            "QDialogButtonBox{dialogbuttonbox-buttons-have-icons:0;}"
            "QMenu{background:%4;border:1px solid %2;padding:4px;}"
            "QMenu::item{padding:4px 14px;}QMenu::item:selected{background:%5;}"
            "QLineEdit{background:%1;border:1px solid "
            "%2;border-radius:4px;padding:3px 6px;}"
            "QLineEdit:focus{border-color:%3;}"
            "QPushButton{background:%5;border:1px solid %2;border-radius:4px;padding:4px 10px;}"
            "QPushButton:hover{border-color:%3;} QPushButton:disabled{color:%3;}"
            "QPushButton:checked{background:%7;border-color:%6;}"
            "QComboBox{background:%5;border:1px solid %2;border-radius:4px;padding:3px 8px;}"
            "QComboBox:hover,QComboBox:focus{border-color:%3;}"
            "QComboBox::drop-down{border:none;width:16px;}"
            "QComboBox::down-arrow{image:url(:/down-%8.svg);width:8px;height:8px;}"
            "QComboBox QAbstractItemView{background:%4;border:1px solid %2;"
            "selection-background-color:%7;selection-color:%6;}"
            "QTableView,QListWidget{background:%4;border:1px solid %2;border-radius:4px;"
            "selection-background-color:%7;selection-color:%6;outline:none;}"
            "QListWidget::item{padding:3px 6px;}"
            "QHeaderView::section{background:%1;color:%3;border:none;border-bottom:1px solid %2;padding:4px;}"
            "QToolTip{background:%4;color:%6;border:1px solid %2;}"
            "QListView{border:1px solid transparent;}QTableView#plain,QListView#plain{border:1px solid "
            "transparent;background:transparent;}"
            "QFrame#error{background:%7;border-bottom:2px solid %9;}"
            "QMenuBar{background:%4;border-bottom:1px solid %2;}QMenuBar::item{padding:4px "
            "10px;background:transparent;}"
            "QMenuBar::item:selected{background:%7;}QMenu::item:disabled{color:%3;}"
            "QMenu::separator{height:1px;background:%2;margin:4px 6px;}"
            "QMenu::indicator{width:12px;height:12px;margin-left:4px;}"
            "QPushButton:focus,QToolButton:focus,QComboBox:focus{border:1px solid %6;}"
            "QToolButton{border:1px solid transparent;border-radius:4px;padding:3px;}"
            "QToolButton:hover{background:%7;}QToolButton:checked{background:%7;border-color:%2;}"
            "QPushButton:flat{background:transparent;border-color:transparent;color:%3;}"
            "QPushButton:flat:hover{color:%6;}QPushButton:flat:checked{background:%7;color:%6;}"
            "QStatusBar{background:%4;border-top:1px solid %2;}QStatusBar::item{border:none;}"
            "QListView,QTableView{outline:none;}QListView:focus,QTableView:focus{border:1px solid %3;}"
            "QScrollBar:vertical{background:transparent;width:10px;margin:0;}"
            "QScrollBar::handle:vertical{background:%2;border-radius:4px;min-height:24px;}"
            "QScrollBar::add-line,QScrollBar::sub-line{height:0;width:0;}"
            "QScrollBar::add-page,QScrollBar::sub-page{background:transparent;}"
            "QSplitter::handle{background:%2;}")
            .arg(t.paper.name(), t.rule.name(), t.soft.name(), t.panel.name(), t.shade.name(), t.ink.name(),
                 t.chosen.name(), dark ? "dark" : "light")
            .arg(t.finding.name()));
}

QString plain_tip(const QString& text) {
    return Qt::mightBeRichText(text) ? Qt::convertFromPlainText(text) : text;
}

} // namespace oddbounce
