// SPDX-License-Identifier: GPL-3.0-or-later
// The one place for work that takes long: runs in the background, says how far it is, stops at once.
#pragma once

#include "recording/control.hpp"

#include <QElapsedTimer>
#include <QObject>
#include <QTimer>

#include <functional>
#include <memory>
#include <thread>
#include <vector>

namespace oddbounce {

class Background : public QObject {
    Q_OBJECT
  public:
    /// What a piece of work is given: the core's control, and a way to say things meanwhile.
    struct Work : Control {
        explicit Work(Background& from) : from_(from) {}
        /// Calls `f` in the window's thread, if this work is still the current one by then.
        void post(std::function<void()> f);

      private:
        friend class Background;
        Background& from_;
        std::weak_ptr<Work> self_;
    };

    explicit Background(QObject* parent = nullptr);
    /// Waits until all work, also what was stopped, has come to its end.
    ~Background() override;

    /// Stops what is running and starts `work` in a thread; `done` is called in the window's thread
    /// unless the work was stopped or replaced. An exception's sentence goes to `failed`.
    void run(std::function<void(Work&)> work, std::function<void()> done);
    /// Does not wait: the work sees the flag soon, and nothing of it arrives any more.
    void stop();
    bool running() const { return current_ != nullptr; }

  signals:
    void progress(double share, double seconds_left);
    void failed(const QString& sentence);

  private:
    struct Thread {
        std::thread thread;
        std::shared_ptr<std::atomic<bool>> over;
    };
    void sweep_up(bool all);

    std::shared_ptr<Work> current_;
    std::vector<Thread> threads_;
    QTimer tick_;
    QElapsedTimer since_;
};

} // namespace oddbounce
