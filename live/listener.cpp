// SPDX-License-Identifier: GPL-3.0-or-later
#include "listener.hpp"

#include <boost/asio/ip/host_name.hpp>
#include <boost/asio/ip/tcp.hpp>
#include <boost/asio/steady_timer.hpp>
#include <boost/beast/core.hpp>
#include <boost/beast/http.hpp>
#include <boost/beast/websocket.hpp>

#include <chrono>
#include <filesystem>
#include <random>
#include <thread>

namespace oddbounce {

namespace asio = boost::asio;
namespace beast = boost::beast;
namespace http = beast::http;
namespace websocket = beast::websocket;
using tcp = asio::ip::tcp;
using Error = boost::system::error_code;
using Clock = std::chrono::steady_clock;

namespace {

constexpr auto handshake_time = std::chrono::seconds(5);
constexpr auto parting_time = std::chrono::milliseconds(300);
constexpr unsigned longest_request = 8192;  // bytes of the HTTP request that opens a session
constexpr std::size_t longest_reason = 120; // bytes, by the protocol

std::string shortened(std::string sentence) {
    if (sentence.size() > longest_reason) {
        sentence.resize(longest_reason - 3);
        while (!sentence.empty() && (static_cast<unsigned char>(sentence.back()) & 0xC0) == 0x80)
            sentence.pop_back(); // no half of a character
        if (!sentence.empty() && static_cast<unsigned char>(sentence.back()) >= 0xC0) sentence.pop_back();
        sentence += "…";
    }
    return sentence;
}

/// "host", "host:80", "[::1]:80": the host; nothing where there is anything else.
std::optional<std::string> host_of(std::string_view authority) {
    std::size_t end = authority.find(':');
    if (authority.starts_with('[')) {
        const std::size_t close = authority.find(']');
        if (close == std::string_view::npos) return {};
        end = close + 1 == authority.size() ? std::string_view::npos : close + 1;
    }
    const std::string_view port = end == std::string_view::npos ? "" : authority.substr(end);
    const bool digits = port.size() > 1 && port[0] == ':' && port.size() <= 6 &&
                        port.find_first_not_of("0123456789", 1) == std::string_view::npos;
    if (!port.empty() && !digits) return {};
    return std::string(authority.substr(0, end));
}

bool is_loopback(const std::string& host) {
    return host == "localhost" || host == "127.0.0.1" || host == "[::1]";
}

/// A page of this machine, served from it. "null" (a file, a sandboxed frame) is any website's.
bool is_local_origin(beast::string_view value) {
    const std::string_view origin(value.data(), value.size());
    for (const std::string_view scheme : {"http://", "https://"})
        if (origin.starts_with(scheme)) {
            const auto host = host_of(origin.substr(scheme.size()));
            return host && is_loopback(*host);
        }
    return false;
}

/// The name that the sender used for this machine. Other names lead here only by a trick of a name server.
bool is_our_host(beast::string_view name, const std::string& address) {
    const auto host = host_of({name.data(), name.size()});
    if (!host) return false;
    if (is_loopback(*host) || *host == address || *host == "[" + address + "]") return true;
    Error error;
    const auto listening = asio::ip::make_address(address, error);
    if (error || !listening.is_unspecified()) return false;
    if (*host == asio::ip::host_name(error)) return true;
    const std::string bare = host->starts_with('[') ? host->substr(1, host->size() - 2) : *host;
    asio::ip::make_address(bare, error); // it listens on all addresses: any may be its own
    return !error;
}

/// Compared in a time that tells nothing of where they differ.
bool names_token(beast::string_view value, const std::string& token) {
    const std::string_view target(value.data(), value.size());
    constexpr std::string_view key = "?token=";
    const std::size_t at = target.find(key);
    if (token.empty() || at == std::string_view::npos) return false;
    const std::string_view given = target.substr(at + key.size());
    if (given.size() != token.size()) return false;
    unsigned differ = 0;
    for (std::size_t i = 0; i < token.size(); ++i) differ |= static_cast<unsigned>(given[i] ^ token[i]);
    return differ == 0;
}

/// What a sender may hear of a fault in what it sent: no path of this machine.
std::string told(const BadInput& e) {
    const std::string whole = e.what();
    return e.file().empty() || !whole.starts_with(e.file() + ":") ? whole
           : e.line() > 0 ? "line " + whole.substr(e.file().size() + 1)
                          : whole.substr(e.file().size() + 2);
}

} // namespace

std::string new_page_token() {
    std::random_device source;
    std::string out;
    for (int i = 0; i < 32; ++i) out += "0123456789abcdef"[source() & 15U];
    return out;
}

class Listener::Inside {
  public:
    Inside(Options options, Events events)
        : options_(std::move(options)), events_(std::move(events)), acceptor_(io_) {
        Error error;
        const auto address = asio::ip::make_address(options_.address, error);
        if (error)
            throw BadInput("--address", 0,
                           "'" + options_.address + "' is not an address, expected one like 127.0.0.1");
        const tcp::endpoint end(address, options_.port);
        const auto need = [&](const Error& e) {
            if (e)
                throw BadInput("--port", 0,
                               "cannot listen on " + options_.address + ":" + std::to_string(options_.port) +
                                   ": " + e.message());
        };
        need(acceptor_.open(end.protocol(), error)), acceptor_.set_option(tcp::acceptor::reuse_address(true));
        need(acceptor_.bind(end, error)), need(acceptor_.listen(4, error));
        accept();
        thread_ = std::thread([this] { io_.run(); });
    }
    ~Inside() {
        asio::post(io_, [this] {
            over_ = true;
            Error ignored;
            acceptor_.close(ignored);
            if (!game_) return io_.stop();
            finish(game_, "the listener was closed", true);
            parting_.expires_after(parting_time); // for the goodbye
            parting_.async_wait([this](const Error&) { io_.stop(); });
        });
        thread_.join();
    }
    unsigned short port() const { return acceptor_.local_endpoint().port(); }
    void end_session() {
        asio::post(io_, [this] {
            if (game_) finish(game_, "ended by the listener", true);
        });
    }

  private:
    struct Game {
        Game(tcp::socket socket, const Options& o)
            : ws(std::move(socket)), session(o.name, o.keep_seconds), heard(Clock::now()) {}
        websocket::stream<beast::tcp_stream> ws;
        beast::flat_buffer buffer;
        std::optional<http::request_parser<http::empty_body>> request;
        LiveSession session;
        Clock::time_point heard, second = heard;
        std::size_t in_second = 0, taken = 0, looked = 0; ///< bytes; looked: when the disk was looked at last
        std::size_t frames = 0;
        bool shown = false, over = false;
    };
    using GamePtr = std::shared_ptr<Game>;

    void accept() {
        acceptor_.async_accept(io_, [this](const Error& error, tcp::socket socket) {
            if (over_) return;
            if (!error) meet(std::make_shared<Game>(std::move(socket), options_));
            accept();
        });
    }

    /// The HTTP request that asks for a session.
    void meet(const GamePtr& g) {
        g->request.emplace();
        g->request->header_limit(longest_request);
        beast::get_lowest_layer(g->ws).expires_after(handshake_time);
        http::async_read(
            g->ws.next_layer(), g->buffer, *g->request, [this, g](const Error& error, std::size_t) {
                if (error || over_) return;
                const auto& request = g->request->get();
                if (!websocket::is_upgrade(request))
                    return refuse(g, http::status::upgrade_required,
                                  "This is not a web page. Games send their frames here.");
                if (!is_our_host(request[http::field::host], options_.address))
                    return refuse(g, http::status::misdirected_request,
                                  "This is not the host that was asked for.");
                const auto origin = request.find(http::field::origin);
                if (origin != request.end() && !is_local_origin(origin->value()))
                    return refuse(g, http::status::forbidden, "Pages of other hosts may not send here.");
                if (origin != request.end() && !names_token(request.target(), options_.page_token))
                    return refuse(g, http::status::forbidden,
                                  "A page needs the token that the listener shows.");
                const bool stalled = game_ && Clock::now() - game_->heard >
                                                  std::chrono::duration<double>(options_.stalled_after);
                if (stalled) finish(game_, "it was silent, and another game connected", true);
                if (game_) return turn_away(g, "Another game is being recorded.");
                if (!may_begin()) return turn_away(g, "Too many sessions began within a minute.");
                game_ = g;
                begin(g);
            });
    }

    bool may_begin() {
        const auto now = Clock::now();
        std::erase_if(begun_, [&](const auto& then) { return now - then > std::chrono::minutes(1); });
        if (begun_.size() >= options_.most_begun) return false;
        begun_.push_back(now);
        return true;
    }

    /// A game is told in words that it can show: pages see no more of a refusal than that there was one.
    void turn_away(const GamePtr& g, const char* sentence) {
        if (events_.refused) events_.refused(sentence);
        g->ws.async_accept(g->request->get(), [g, sentence](const Error& error) {
            if (!error)
                g->ws.async_close({websocket::close_code::try_again_later, sentence}, [g](const Error&) {});
        });
    }

    void refuse(const GamePtr& g, http::status status, const char* sentence) {
        if (events_.refused) events_.refused(sentence);
        auto answer = std::make_shared<http::response<http::string_body>>(status, 11);
        answer->set(http::field::content_type, "text/plain; charset=utf-8");
        answer->body() = std::string(sentence) + "\n";
        answer->prepare_payload();
        http::async_write(g->ws.next_layer(), *answer, [g, answer](const Error&, std::size_t) {});
    }

    void begin(const GamePtr& g) {
        beast::get_lowest_layer(g->ws).expires_never();
        websocket::stream_base::timeout times{handshake_time, websocket::stream_base::none(), false};
        g->ws.set_option(times);
        g->ws.read_message_max(options_.most_message);
        g->ws.async_accept(g->request->get(), [this, g](const Error& error) {
            if (error) return finish(g, "the connection was lost", false);
            read(g);
        });
    }

    void read(const GamePtr& g) {
        g->ws.async_read(g->buffer, [this, g](const Error& error, std::size_t) {
            if (g->over) return;
            if (error == websocket::error::closed) return finish(g, "the game ended the session", false);
            if (error == websocket::error::message_too_big)
                return finish(
                    g, "a message was larger than " + std::to_string(options_.most_message >> 20) + " MiB",
                    false);
            if (error) return finish(g, "the connection was lost", false);
            take(g);
        });
    }

    void take(const GamePtr& g) {
        const auto now = Clock::now();
        g->taken += g->buffer.size();
        if (g->taken > options_.most_session)
            return finish(g, "it sent more than " + std::to_string(options_.most_session >> 30) + " GiB",
                          true);
        if (now - g->second > std::chrono::seconds(1)) g->second = now, g->in_second = 0;
        g->in_second += g->buffer.size();
        if (g->in_second > options_.most_per_second)
            return finish(
                g, "it sent more than " + std::to_string(options_.most_per_second >> 20) + " MiB in a second",
                true);
        if (g->ws.got_binary()) return finish(g, "it sent bytes, expected text: lines of a bounce log", true);
        try {
            const std::string_view text(static_cast<const char*>(g->buffer.data().data()), g->buffer.size());
            g->session.take(text);
            if (text.empty() || text.back() != '\n') g->session.take("\n");
        } catch (const BadInput& e) {
            return finish(g, e.what(), true, told(e));
        } catch (const std::exception& e) {
            return finish(g, e.what(), true, "The session cannot be kept.");
        }
        if (const auto r = g->session.recording(); r && r->size() > g->frames) {
            g->frames = r->size(), g->heard = now;
            if (!disk_has_room(g)) return finish(g, "the disk is almost full", true);
        }
        g->buffer.consume(g->buffer.size());
        if (g->buffer.capacity() > 1 << 20) g->buffer.shrink_to_fit();
        describe(g);
        read(g);
    }

    /// Looked at now and then.
    bool disk_has_room(const GamePtr& g) const {
        constexpr std::size_t every = std::size_t(4) << 20; // bytes taken
        if (g->taken - g->looked < every) return true;
        g->looked = g->taken;
        std::error_code error;
        const auto space =
            std::filesystem::space(std::filesystem::path(g->session.path()).parent_path(), error);
        return error || space.available > options_.least_free;
    }

    void describe(const GamePtr& g) {
        const auto r = g->session.recording();
        if (!r || r->empty()) return;
        if (!std::exchange(g->shown, true) && events_.began) events_.began(r, g->session.path());
        for (const LiveSession::Mark& mark : g->session.new_marks())
            if (events_.mark) events_.mark(mark);
    }

    /// `close`: the game is told why, in `reason` where the sentence names what it may not know.
    void finish(GamePtr g, std::string sentence, bool close, std::string reason = "") {
        if (std::exchange(g->over, true)) return;
        const std::string path = g->session.path();
        const bool any = g->session.recording() && !g->session.recording()->empty();
        try {
            g->session.end();
        } catch (const BadInput& e) {
            sentence = e.what(), reason = told(e);
        }
        if (reason.empty()) reason = sentence;
        if (game_ == g) game_ = nullptr;
        if (any && events_.ended)
            events_.ended(sentence, path);
        else if (!any && events_.refused)
            events_.refused(sentence);
        if (!close) return;
        beast::get_lowest_layer(g->ws).expires_after(handshake_time);
        g->ws.async_close({websocket::close_code::policy_error, shortened(reason)}, [g](const Error&) {});
    }

    const Options options_;
    const Events events_;
    asio::io_context io_{1};
    tcp::acceptor acceptor_;
    asio::steady_timer parting_{io_};
    GamePtr game_;                         ///< whose session is under way
    std::vector<Clock::time_point> begun_; ///< sessions of the last minute
    bool over_ = false;
    std::thread thread_;
};

Listener::Listener(Options options, Events events)
    : inside_(std::make_unique<Inside>(std::move(options), std::move(events))) {}
Listener::~Listener() = default;
unsigned short Listener::port() const { return inside_->port(); }
void Listener::end_session() { inside_->end_session(); }

// ---- sending

class Sender::Inside {
  public:
    explicit Inside(const std::string& url) : url_(url), ws_(io_) {
        const std::size_t scheme = url.find("ws://"), colon = url.rfind(':');
        if (scheme != 0 || colon < 6)
            throw BadInput(url, 0, "is not the address of a listener, expected ws://HOST:PORT");
        const std::string host = url.substr(5, colon - 5);
        std::string port = url.substr(colon + 1);
        while (!port.empty() && port.back() == '/') port.pop_back();
        Error error;
        const auto ends = tcp::resolver(io_).resolve(host, port, error);
        if (!error) asio::connect(ws_.next_layer(), ends, error);
        if (error) throw BadInput(url, 0, "cannot be reached: " + error.message());
        ws_.handshake(host + ":" + port, "/", error);
        if (error) throw BadInput(url, 0, "refuses the session: " + error.message());
        ws_.control_callback([this](websocket::frame_type kind, beast::string_view) {
            responded_ = responded_ || kind == websocket::frame_type::pong;
        });
        ws_.async_read(heard_, [this](const Error&, std::size_t) { over_ = true; }); // it never says anything
    }
    void send(std::string_view lines) {
        Error error;
        ws_.text(true);
        ws_.write(asio::buffer(lines.data(), lines.size()), error);
        if (!error) io_.poll();
        if (error || over_) fail();
    }
    /// A ping is answered after all that was sent before it has been taken.
    void settle() {
        Error error;
        responded_ = false;
        ws_.ping({}, error);
        while (!error && !responded_ && !over_) io_.run_one();
        if (error || over_) fail();
    }
    void close() {
        ws_.async_close(websocket::close_code::normal, [](const Error&) {});
        io_.restart();
        io_.run_for(handshake_time);
    }

  private:
    /// The listener has closed; what it said is still to be read.
    [[noreturn]] void fail() {
        io_.restart();
        io_.run_for(handshake_time);
        const std::string why(ws_.reason().reason.data(), ws_.reason().reason.size());
        throw BadInput(url_, 0, why.empty() ? "the connection was lost" : "closed: " + why);
    }

    bool responded_ = false, over_ = false;
    beast::flat_buffer heard_;
    const std::string url_;
    asio::io_context io_{1};
    websocket::stream<tcp::socket> ws_;
};

Sender::Sender(const std::string& url) : inside_(std::make_unique<Inside>(url)) {}
Sender::~Sender() = default;
void Sender::send(std::string_view lines) { inside_->send(lines); }
void Sender::settle() { inside_->settle(); }
void Sender::close() { inside_->close(); }

} // namespace oddbounce
