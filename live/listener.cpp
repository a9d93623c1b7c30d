// SPDX-License-Identifier: GPL-3.0-or-later
#include "listener.hpp"

#include <boost/asio/ip/tcp.hpp>
#include <boost/asio/steady_timer.hpp>
#include <boost/beast/core.hpp>
#include <boost/beast/http.hpp>
#include <boost/beast/websocket.hpp>

#include <chrono>
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

/// Pages of this machine may send; a page from elsewhere, opened in a browser here, may not.
bool may_send(beast::string_view origin) {
    if (origin.empty() || origin == "null" || origin.starts_with("file:")) return true;
    const std::size_t at = origin.find("://");
    if (at == beast::string_view::npos) return false;
    beast::string_view host = origin.substr(at + 3);
    if (host.starts_with("[::1]")) return true;
    host = host.substr(0, std::min(host.find(':'), host.size()));
    return host == "localhost" || host == "127.0.0.1";
}

} // namespace

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
        std::size_t in_second = 0;
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
                    return refuse(g, http::status::upgrade_required, "This is not a web page. Games send their frames here.");
                if (!may_send(request[http::field::origin]))
                    return refuse(g, http::status::forbidden, "Pages of other hosts may not send here.");
                const bool stalled = game_ && Clock::now() - game_->heard >
                                                  std::chrono::duration<double>(options_.stalled_after);
                if (stalled) finish(game_, "it was silent, and another game connected", true);
                if (game_) return turn_away(g, "Another game is being recorded.");
                game_ = g;
                begin(g);
            });
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
        g->heard = now;
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
        } catch (const std::exception& e) {
            return finish(g, e.what(), true);
        }
        g->buffer.consume(g->buffer.size());
        if (g->buffer.capacity() > 1 << 20) g->buffer.shrink_to_fit();
        describe(g);
        read(g);
    }

    void describe(const GamePtr& g) {
        const auto r = g->session.recording();
        if (!r || r->empty()) return;
        if (!std::exchange(g->shown, true) && events_.began) events_.began(r, g->session.path());
        for (const LiveSession::Mark& mark : g->session.new_marks())
            if (events_.mark) events_.mark(mark);
    }

    /// `close`: the game is told why.
    void finish(GamePtr g, std::string sentence, bool close) {
        if (std::exchange(g->over, true)) return;
        const std::string path = g->session.path();
        const bool any = g->session.recording() && !g->session.recording()->empty();
        try {
            g->session.end();
        } catch (const BadInput& e) {
            sentence = e.what();
        }
        if (game_ == g) game_ = nullptr;
        if (any && events_.ended)
            events_.ended(sentence, path);
        else if (!any && events_.refused)
            events_.refused(sentence);
        if (!close) return;
        beast::get_lowest_layer(g->ws).expires_after(handshake_time);
        g->ws.async_close({websocket::close_code::policy_error, shortened(sentence)}, [g](const Error&) {});
    }

    const Options options_;
    const Events events_;
    asio::io_context io_{1};
    tcp::acceptor acceptor_;
    asio::steady_timer parting_{io_};
    GamePtr game_; ///< whose session is under way
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
