// SPDX-License-Identifier: GPL-3.0-or-later
// A list whose copies share what neither has changed since. Copies may live in different threads.
#pragma once

#include <array>
#include <atomic>
#include <cstddef>
#include <stdexcept>
#include <utility>
#include <vector>

namespace oddbounce {

/// Copies cost a pointer for each `block` elements; a change copies one block, if another list has it too.
template <class T> class SharedList {
  public:
    static constexpr std::size_t block = 32;

    std::size_t size() const { return size_; }
    /// Beyond the end everything is as if new.
    const T& operator[](std::size_t i) const {
        if (i < size_) [[likely]]
            return blocks_[i / block].items()[i % block];
        return fresh();
    }
    /// Throws std::out_of_range beyond the end.
    T& change(std::size_t i) {
        if (i >= size_) [[unlikely]]
            throw std::out_of_range("no such element");
        return blocks_[i / block].own()[i % block];
    }
    /// New elements are T().
    void grow(std::size_t size) {
        if (size <= size_) return;
        size_ = size;
        while (blocks_.size() * block < size_) blocks_.emplace_back();
    }

    class Iterator {
      public:
        Iterator(const SharedList* list, std::size_t at) : list_(list), at_(at) {}
        const T& operator*() const { return (*list_)[at_]; }
        Iterator& operator++() { return ++at_, *this; }
        bool operator!=(const Iterator& o) const { return at_ != o.at_; }

      private:
        const SharedList* list_;
        std::size_t at_;
    };
    Iterator begin() const { return {this, 0}; }
    Iterator end() const { return {this, size_}; }

  private:
    static const T& fresh() {
        static const T none{};
        return none;
    }
    using Items = std::array<T, block>;
    // Unlike std::shared_ptr's, this count can be trusted when it says one: its reading waits for the last
    // reader's end.
    class Block {
      public:
        Block() : held_(new Held) {}
        Block(const Block& o) : held_(o.held_) { held_->count.fetch_add(1, std::memory_order_relaxed); }
        Block(Block&& o) noexcept : held_(std::exchange(o.held_, nullptr)) {}
        Block& operator=(Block o) noexcept { return std::swap(held_, o.held_), *this; }
        ~Block() {
            if (held_ && held_->count.fetch_sub(1, std::memory_order_acq_rel) == 1) delete held_;
        }
        const Items& items() const { return held_->items; }
        Items& own() {
            if (held_->count.load(std::memory_order_acquire) > 1) {
                Block mine(new Held(held_->items));
                std::swap(held_, mine.held_);
            }
            return held_->items;
        }

      private:
        struct Held {
            Held() = default;
            explicit Held(const Items& from) : items(from) {}
            std::atomic<int> count{1};
            Items items;
        };
        explicit Block(Held* held) : held_(held) {}
        Held* held_;
    };

    std::vector<Block> blocks_;
    std::size_t size_ = 0;
};

} // namespace oddbounce
