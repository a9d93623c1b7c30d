// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/background.hpp"

namespace oddbounce {

Background::Background(QObject* parent) : QObject(parent) {
    tick_.setInterval(100);
    connect(&tick_, &QTimer::timeout, this, [this] {
        const double share = control_->progress, seconds = static_cast<double>(since_.elapsed()) / 1000.0;
        emit progress(share, share > 0.02 ? seconds / share * (1.0 - share) : -1.0);
    });
}

Background::~Background() { stop(); }

void Background::stop() {
    if (control_) control_->stop = true;
    if (thread_.joinable()) thread_.join();
    control_.reset();
    tick_.stop();
    running_ = false;
}

void Background::post(const Control& from, std::function<void()> f) {
    const Control* const asks = &from;
    QMetaObject::invokeMethod(
        this,
        [this, asks, f = std::move(f)] {
            if (control_.get() == asks && !asks->stop) f();
        },
        Qt::QueuedConnection);
}

void Background::run(std::function<void(Control&)> work, std::function<void()> done) {
    stop();
    control_ = std::make_shared<Control>();
    running_ = true;
    since_.start(), tick_.start();
    thread_ = std::thread([this, control = control_, work = std::move(work), done = std::move(done)] {
        QString sentence;
        try {
            work(*control);
        } catch (const std::exception& e) {
            sentence = QString::fromUtf8(e.what());
        }
        post(*control, [this, sentence, done] {
            running_ = false;
            tick_.stop();
            if (sentence.isEmpty())
                done();
            else
                emit failed(sentence);
        });
    });
}

} // namespace oddbounce
