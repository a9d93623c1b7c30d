// SPDX-License-Identifier: GPL-3.0-or-later
// What a person sees first: open, drop, recent recordings, and the samples with what is wrong in each.
#pragma once

#include <QWidget>

namespace oddbounce {

struct Sample {
    QString path, title, what;
};
/// The samples that lie beside the program or in its share folder; empty where there are none.
std::vector<Sample> samples();

class StartPage : public QWidget {
    Q_OBJECT
  public:
    explicit StartPage(QWidget* parent = nullptr);
    void show_recent(const QStringList& paths);
    /// Where games can send to; empty: nowhere.
    void show_listening(const QString& url);

  signals:
    void wants(const QString& path);
    void wants_dialog();
    void wants_games(); ///< listen, or stop

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;

  private:
    struct Spot {
        QRectF where;
        QString path; ///< empty: `asks`
        void (StartPage::*asks)() = nullptr;
    };
    void paint_head(QPainter& p, double left, double wide);
    void paint_recent(QPainter& p, double left, double wide, double y);
    void paint_samples(QPainter& p, double left, double wide, double y);

    std::vector<Sample> samples_;
    QStringList recent_;
    QString listening_;
    std::vector<Spot> spots_;
    QPointF pointer_;
};

} // namespace oddbounce
