// SPDX-License-Identifier: GPL-3.0-or-later
// What a person sees first: open, drop, recent recordings, and the samples with what is wrong in each.
#pragma once

#include <QWidget>

namespace oddbounce {

/// One situation, done wrong and done right.
struct Sample {
    QString path, title, what; ///< the wrong way, and what is wrong in it
    QString group, fault;      ///< heading; name of the fault
    QString right_path, right; ///< the right way, and what is right in it
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
    void wheelEvent(QWheelEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    bool focusNextPrevChild(bool next) override;
    bool event(QEvent*) override;

  private:
    struct Spot {
        QRectF where;
        QString path; ///< empty: `asks`
        void (StartPage::*asks)() = nullptr;
        QString tip;
        bool scrolls = false; ///< it lies in the list of the samples
    };
    const Spot* at(const QPointF& pixel) const;
    void take(const Spot& spot);
    bool lit(const QRectF& box, const QString& path) const;
    void paint_head(QPainter& p, double left, double wide);
    void paint_recent(QPainter& p, double left, double wide, double y);
    void paint_samples(QPainter& p, double left, double wide, double y);
    void paint_card(QPainter& p, const Sample& sample, const QRectF& card);

    std::vector<Sample> samples_;
    QStringList recent_;
    QString listening_;
    std::vector<Spot> spots_;
    QPointF pointer_{-1, -1};
    int keyed_ = -1; ///< spot that the keyboard is at
    double scroll_ = 0.0, overflow_ = 0.0, list_top_ = 0.0;
};

} // namespace oddbounce
