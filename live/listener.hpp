// SPDX-License-Identifier: GPL-3.0-or-later
// Takes sessions from running games over WebSocket (RFC 6455): each text message holds lines of a bounce log.
#pragma once

#include "recording/live.hpp"

#include <functional>
#include <memory>
#include <string>

namespace oddbounce {

inline constexpr unsigned short usual_port = 28650;

/// A token of 32 hexadecimal digits that nobody can guess.
std::string new_page_token();

/// Listens in a thread of its own; one game at a time, one after another. What a game sends is read no faster
/// than it is kept, so that a sender can neither fill memory nor block whoever looks.
/// Programs of this machine may send; a page only from an origin of this machine, with the token
/// (docs/threats.md).
class Listener {
  public:
    struct Options {
        std::string address = "127.0.0.1"; ///< other machines reach it only where this is changed
        unsigned short port = usual_port;  ///< 0: any that is free
        LiveSession::Name name;            ///< where a session is kept
        double keep_seconds = 0.0;         ///< 0: all of it
        std::size_t most_message = std::size_t(16) << 20; ///< bytes
        std::size_t most_per_second = std::size_t(64) << 20;
        double stalled_after = 30.0; ///< seconds without a new frame after which another game may come
        std::string page_token;      ///< what a page must name, "ws://…/?token=T"; empty: no page may send
        std::size_t most_session = std::size_t(16) << 30; ///< bytes of lines
        std::size_t least_free = std::size_t(512) << 20;  ///< bytes of the disk that stay free
        std::size_t most_begun = 30;                      ///< sessions that may begin in a minute
    };
    /// Called in the listener's thread.
    struct Events {
        std::function<void(std::shared_ptr<const Recording>, const std::string& path)> began;
        std::function<void(const LiveSession::Mark&)> mark;
        std::function<void(const std::string& sentence, const std::string& path)> ended;
        std::function<void(const std::string& sentence)> refused; ///< a connection that became no session
    };

    /// Throws BadInput where the address cannot be used.
    Listener(Options options, Events events);
    /// Ends the session that is under way; its file is whole.
    ~Listener();
    unsigned short port() const;
    /// Ends the session that is under way; another game may come.
    void end_session();

  private:
    class Inside;
    std::unique_ptr<Inside> inside_;
};

/// Sends lines to a listener, as a game does. Throws BadInput with the reason where it does not listen, or
/// closed.
class Sender {
  public:
    /// `url`: "ws://HOST:PORT".
    explicit Sender(const std::string& url);
    ~Sender();
    /// Whole lines. Waits until they are on their way.
    void send(std::string_view lines);
    /// Waits until all that was sent is kept.
    void settle();
    /// Says goodbye, and waits for the answer.
    void close();

  private:
    class Inside;
    std::unique_ptr<Inside> inside_;
};

} // namespace oddbounce
