// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/background.hpp"

namespace oddbounce {

Background::Background(QObject* parent) : QObject(parent) {
    tick_.setInterval(100);
    connect(&tick_, &QTimer::timeout, this, [this] {
        if (!current_) return;
        const double share = current_->progress, seconds = static_cast<double>(since_.elapsed()) / 1000.0;
        emit progress(share, share > 0.02 ? seconds / share * (1.0 - share) : -1.0);
    });
}

Background::~Background() {
    stop();
    sweep_up(true);
}

void Background::stop() {
    if (current_) current_->stop = true;
    current_.reset();
    tick_.stop();
}

void Background::sweep_up(bool all) {
    for (Thread& t : threads_)
        if (all || *t.over) t.thread.join();
    std::erase_if(threads_, [](const Thread& t) { return !t.thread.joinable(); });
}

void Background::Work::post(std::function<void()> f) {
    QMetaObject::invokeMethod(
        &from_,
        [from = &from_, asks = self_, f = std::move(f)] {
            if (const auto work = asks.lock(); work && work == from->current_ && !work->stop) f();
        },
        Qt::QueuedConnection);
}

void Background::run(std::function<void(Work&)> work, std::function<void()> done) {
    stop();
    sweep_up(false);
    current_ = std::make_shared<Work>(*this);
    current_->self_ = current_;
    since_.start(), tick_.start();
    const auto over = std::make_shared<std::atomic<bool>>(false);
    threads_.push_back(
        {std::thread([this, over, self = current_, work = std::move(work), done = std::move(done)]() mutable {
             QString sentence;
             try {
                 work(*self);
             } catch (const std::exception& e) {
                 sentence = QString::fromUtf8(e.what());
             }
             work = nullptr; // what it holds may be large
             self->post([this, sentence, done = std::move(done)] {
                 current_.reset();
                 tick_.stop();
                 if (sentence.isEmpty())
                     done();
                 else
                     emit failed(sentence);
             });
             *over = true;
         }),
         over});
}

} // namespace oddbounce
