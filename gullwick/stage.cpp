// SPDX-License-Identifier: GPL-3.0-or-later
#include "stage.hpp"

#include "sprites.hpp"

double Chance::next() {
    state_ = state_ * 6364136223846793005ull + 1442695040888963407ull;
    std::uint64_t mixed = state_ ^ (state_ >> 33);
    mixed *= 0xff51afd7ed558ccdull, mixed ^= mixed >> 33;
    return static_cast<double>(mixed >> 11) / 4503599627370496.0 - 1.0;
}

double Chance::operator()(double value, double share) { return on_ ? value * (1 + share * next()) : value; }

double Chance::rate() {
    static const double rates[] = {30, 50, 60, 90, 120};
    return on_ ? rates[static_cast<std::size_t>((next() + 1) * 2.4999)] : 60;
}

double Chance::slop() { return on_ && next() > 0 ? -1.0 : 0.5; }

double Chance::unevenness() { return on_ && next() > 0.3 ? 0.2 : 0.0; }

namespace {
bounce::Header header(const Setting& s, double slop) {
    bounce::Header h;
    h.space = s.space, h.title = s.title, h.gravity_y = s.gravity, h.rate = s.rate, h.slop = slop,
    h.float_bits = s.float_bits;
    if (s.contacts) h.logs = {"contacts"};
    h.logs.insert(h.logs.end(), s.more_logs.begin(), s.more_logs.end());
    return h;
}
} // namespace

Stage::Stage(const std::string& path, Chance& vary, const Setting& s)
    : log(path, header(s, vary.slop())), dt(1.0 / s.rate), gravity(s.gravity), space_(s.space),
      contacts_(s.contacts), even_dt_(dt), uneven_(vary.unevenness()) {}

Block Stage::block(const char* name, const char* kind, double x, double y, double w, double h,
                   const bounce::Surface& surface) {
    const Block b{static_cast<bounce::Id>(10 + fixed_.size()), x, y, w, h};
    prop(b.id, name, kind, bounce::box(w, h), x, y, surface);
    return b;
}

void Stage::prop(bounce::Id id, const char* name, const char* kind, const std::string& shape, double x,
                 double y, const bounce::Surface& surface) {
    log.body(id, bounce::Body(name, kind)), log.collider(id, id, shape, surface);
    fixed_.push_back({id, {x, y, 0}});
}

Cuboid Stage::block(const char* name, const char* kind, const bounce::Vec& at, const bounce::Vec& size,
                    const bounce::Surface& surface) {
    const Cuboid b{static_cast<bounce::Id>(10 + fixed_.size()), at, size};
    prop(b.id, name, kind, bounce::box(size), at, surface);
    return b;
}

void Stage::prop(bounce::Id id, const char* name, const char* kind, const std::string& shape,
                 const bounce::Vec& at, const bounce::Surface& surface) {
    log.body(id, bounce::Body(name, kind)), log.collider(id, id, shape, surface);
    fixed_.push_back({id, at});
}

bool Stage::next(int frames) {
    end_frame();
    if (++n_ >= frames) return false;
    if (uneven_ > 0.0)
        dt = even_dt_ * (1.0 + uneven_ * std::sin(2.3 * n_)), log.frame(n_, dt);
    else
        log.frame(n_);
    for (std::size_t i = 0; n_ == 0 && i < fixed_.size(); ++i)
        if (space_ == 3)
            log.state(fixed_[i].id, fixed_[i].at);
        else
            log.state(fixed_[i].id, fixed_[i].at.x, fixed_[i].at.y);
    return true;
}

void Stage::touch(bounce::Id a, bounce::Id b, double x, double y, double nx, double ny, double depth) {
    if (contacts_) log.contact(bounce::Contact(a, b).at(x, y).normal(nx, ny).depth(depth).phase(phase(a, b)));
}

void Stage::touch(bounce::Id a, bounce::Id b, const bounce::Vec& at, const bounce::Vec& normal,
                  double depth) {
    if (contacts_) log.contact(bounce::Contact(a, b).at(at).normal(normal).depth(depth).phase(phase(a, b)));
}

const char* Stage::phase(bounce::Id a, bounce::Id b) {
    now_[{a, b}] = true;
    return touched_before(a, b) ? "stay" : "begin";
}

void Stage::end_frame() {
    for (const auto& [pair, was] : before_)
        if (!now_.count(pair)) log.contact(bounce::Contact(pair.first, pair.second).phase("end"));
    before_.swap(now_);
    now_.clear();
}

bounce::Body courier() {
    bounce::Body b("stoat", "courier", "kinematic");
    b.upright = true;
    return b;
}

void Walker::enter(Stage& s, const bounce::Body& body, const bounce::Surface& surface) {
    s.log.body(id, body), s.log.collider(id, id, bounce::box(w, h), surface);
    s.log.art(id, id, sprite("stoat"), w, h);
}

void Walker::move(Stage& s, const std::vector<Block>& solid, double desired) {
    vx = desired, vy += s.gravity * s.dt;
    x += vx * s.dt;
    for (const Block& b : solid)
        if (box().overlaps(b)) x = vx > 0 ? b.left() - w / 2 : b.right() + w / 2, vx = 0;
    const double was = y;
    y += vy * s.dt;
    ground = false;
    for (const Block& b : solid)
        if (box().overlaps(b)) {
            const bool above = was > b.y;
            y = above ? b.top() + h / 2 : b.bottom() - h / 2;
            if (above) ground = true;
            vy = 0;
        }
}

void Walker::describe(Stage& s, const std::vector<Block>& solid, double desired) const {
    constexpr double near = 0.01;
    for (const Block& b : solid) {
        const bool beside = box().bottom() < b.top() - near && b.bottom() < box().top() - near,
                   over = box().left() < b.right() - near && b.left() < box().right() - near;
        if (beside && std::abs(box().right() - b.left()) < near)
            s.touch(id, b.id, b.left(), y, 1, 0);
        else if (beside && std::abs(box().left() - b.right()) < near)
            s.touch(id, b.id, b.right(), y, -1, 0);
        else if (over && std::abs(box().bottom() - b.top()) < near)
            s.touch(id, b.id, x, b.top(), 0, -1);
        else if (over && std::abs(box().top() - b.bottom()) < near)
            s.touch(id, b.id, x, b.bottom(), 0, 1);
    }
    s.log.state(id, x, y, 0, vx, vy), s.log.desired(id, desired, 0);
    if (ground) s.log.grounded(id);
}
