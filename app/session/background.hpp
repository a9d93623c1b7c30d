// SPDX-License-Identifier: GPL-3.0-or-later
// The one place for work that takes long: runs beside the window, says how far it is, stops at once.
#pragma once

#include "encounter/meeting.hpp"

#include <QElapsedTimer>
#include <QObject>
#include <QTimer>

#include <functional>
#include <memory>
#include <thread>

namespace oddbounce {

class Background : public QObject {
    Q_OBJECT
  public:
    explicit Background(QObject* parent = nullptr);
    ~Background() override;

    /// Stops what is running and starts `work` in a thread; `done` is called in the window's thread
    /// unless the work was stopped or replaced. An exception's sentence goes to `failed`.
    void run(std::function<void(Control&)> work, std::function<void()> done);
    void stop();
    bool running() const { return running_; }
    /// Calls `f` in the window's thread, if the work that asks is still the current one. From the work's
    /// thread.
    void post(const Control& from, std::function<void()> f);

  signals:
    void progress(double share, double seconds_left);
    void failed(const QString& sentence);

  private:
    std::shared_ptr<Control> control_;
    std::thread thread_;
    QTimer tick_;
    QElapsedTimer since_;
    bool running_ = false;
};

} // namespace oddbounce
