// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/behind.hpp"

#include <condition_variable>
#include <deque>
#include <mutex>
#include <thread>
#include <utility>

namespace oddbounce {

namespace {

class Behind : public Store {
  public:
    explicit Behind(std::unique_ptr<Store> store) : store_(std::move(store)), thread_([this] { work(); }) {}
    ~Behind() override {
        {
            const std::lock_guard lock(mutex_);
            over_ = true;
            changed_.notify_all();
        }
        thread_.join();
    }

    void put(const Span& span, const Recording& recording) override {
        std::unique_lock lock(mutex_);
        changed_.wait(lock, [&] { return waiting_.size() < most_waiting || failure_; });
        rethrow();
        waiting_.push_back({std::make_shared<const Span>(span), &recording});
        changed_.notify_all();
    }
    Span get(std::size_t first, const Recording& recording) const override {
        {
            const std::lock_guard lock(mutex_);
            for (const Waiting& w : waiting_)
                if (w.span->first == first) return *w.span;
        }
        return store_->get(first, recording);
    }
    void drop_before(std::size_t first) override {
        drain();
        store_->drop_before(first);
    }
    void finish(const Recording& recording) override {
        drain();
        store_->finish(recording);
    }

  private:
    static constexpr std::size_t most_waiting = 4;
    struct Waiting {
        std::shared_ptr<const Span> span;
        const Recording* recording;
    };

    void work() {
        for (;;) {
            Waiting next;
            {
                std::unique_lock lock(mutex_);
                changed_.wait(lock, [&] { return over_ || (!waiting_.empty() && !failure_); });
                if (over_) return;
                next = waiting_.front();
            }
            std::exception_ptr failure;
            try {
                store_->put(*next.span, *next.recording);
            } catch (...) {
                failure = std::current_exception();
            }
            const std::lock_guard lock(mutex_);
            failure_ = failure;
            if (!failure) waiting_.pop_front(); // from here on `get` finds it in the store
            changed_.notify_all();
        }
    }
    void rethrow() const {
        if (failure_) std::rethrow_exception(failure_);
    }
    void drain() {
        std::unique_lock lock(mutex_);
        changed_.wait(lock, [&] { return waiting_.empty() || failure_; });
        rethrow();
    }

    std::unique_ptr<Store> store_;
    mutable std::mutex mutex_;
    std::condition_variable changed_;
    std::deque<Waiting> waiting_;
    std::exception_ptr failure_;
    bool over_ = false;
    std::thread thread_; // last: it uses all the others
};

} // namespace

std::unique_ptr<Store> behind(std::unique_ptr<Store> store) {
    return std::make_unique<Behind>(std::move(store));
}

} // namespace oddbounce
