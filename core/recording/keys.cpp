// SPDX-License-Identifier: GPL-3.0-or-later
#include "recording/keys.hpp"

#include <filesystem>
#include <nlohmann/json.hpp>

namespace oddbounce {

double Keys::finite_number(JsonValue v, const Place& place, const char* key) {
    double d = 0.0;
    if (v.get(d) != simdjson::SUCCESS || !std::isfinite(d)) place.fail(key, "must be a number");
    if (std::abs(d) > most_number) place.fail(key, "must be between -1e30 and 1e30");
    return d;
}

std::int64_t Keys::whole_number(JsonValue v, const Place& place, const char* key) {
    std::int64_t i = 0;
    if (v.get(i) != simdjson::SUCCESS) {
        double d = 0.0; // some languages write 3.0 for 3
        if (v.get(d) != simdjson::SUCCESS || d != std::floor(d) || std::abs(d) > 1e18)
            place.fail(key, "must be a whole number");
        i = static_cast<std::int64_t>(d);
    }
    if (i > most_whole || i < -most_whole) place.fail(key, "must be between -9e15 and 9e15");
    return i;
}

JsonValue Keys::value(const char* key) {
    const auto found = find(key);
    if (found.error() != simdjson::SUCCESS) place_.fail(key, "is missing");
    return found.value_unsafe();
}

double Keys::number(const char* key) { return finite_number(value(key), place_, key); }
double Keys::number(const char* key, double otherwise) { return has(key) ? number(key) : otherwise; }

double Keys::positive(const char* key, double otherwise) {
    const double d = number(key, otherwise);
    if (!(d > 0.0)) place_.fail(key, "must be a positive number");
    return d;
}

std::int64_t Keys::whole(const char* key) { return whole_number(value(key), place_, key); }
std::int64_t Keys::whole(const char* key, std::int64_t otherwise) {
    return has(key) ? whole(key) : otherwise;
}

bool Keys::flag(const char* key, bool otherwise) {
    if (!has(key)) return otherwise;
    bool b = false;
    if (value(key).get(b) != simdjson::SUCCESS) place_.fail(key, "must be true or false");
    return b;
}

std::string Keys::text(const char* key, const std::string& otherwise) {
    if (!has(key)) return otherwise;
    std::string_view s;
    if (value(key).get(s) != simdjson::SUCCESS) place_.fail(key, "must be a text");
    return std::string(s);
}

Vec3 Keys::vector_of(JsonValue v, const char* key) {
    simdjson::dom::array list;
    const std::string expected =
        space_ == 2 ? "must be two numbers, [x,y]" : "must be three numbers, [x,y,z]";
    if (v.get(list) != simdjson::SUCCESS || list.size() != static_cast<std::size_t>(space_))
        place_.fail(key, expected);
    Vec3 out(0.0);
    int i = 0;
    for (JsonValue n : list) out[i++] = finite_number(n, place_, key);
    return out;
}

Vec3 Keys::vector(const char* key) { return vector_of(value(key), key); }

namespace {
template <class Each> void each_of(Keys& keys, const char* key, const char* expected, Each&& each) {
    if (!keys.has(key)) return;
    simdjson::dom::array list;
    if (keys.value(key).get(list) != simdjson::SUCCESS) keys.place().fail(key, expected);
    for (JsonValue v : list) each(v);
}
} // namespace

std::vector<Id> Keys::ids(const char* key) {
    std::vector<Id> out;
    each_of(*this, key, "must be a list of ids",
            [&](JsonValue v) { out.push_back(whole_number(v, place_, key)); });
    return out;
}

std::vector<std::string> Keys::texts(const char* key) {
    std::vector<std::string> out;
    each_of(*this, key, "must be a list of texts", [&](JsonValue v) {
        std::string_view s;
        if (v.get(s) != simdjson::SUCCESS) place_.fail(key, "must be a list of texts");
        out.emplace_back(s);
    });
    return out;
}

std::vector<Vec3> Keys::vectors(const char* key) {
    std::vector<Vec3> out;
    each_of(*this, key, "must be a list of points", [&](JsonValue v) { out.push_back(vector_of(v, key)); });
    return out;
}

std::vector<double> Keys::numbers(const char* key, std::size_t count) {
    std::vector<double> out;
    each_of(*this, key, "must be a list of numbers",
            [&](JsonValue v) { out.push_back(finite_number(v, place_, key)); });
    if (out.size() != count) place_.fail(key, "must be " + std::to_string(count) + " numbers");
    return out;
}

glm::dquat Keys::quaternion(const char* key) {
    const std::vector<double> n = numbers(key, 4);
    const glm::dquat q(n[3], n[0], n[1], n[2]);
    if (glm::length(q) == 0.0) place_.fail(key, "must be a unit quaternion [x,y,z,w]");
    return std::abs(glm::length(q) - 1.0) > 1e-5 ? glm::normalize(q) : q; // nearly unit: kept as written
}

void Keys::rows(const char* key, const std::function<void(const std::vector<double>&)>& row) {
    std::vector<double> numbers;
    each_of(*this, key, "must be a list of rows", [&](JsonValue v) {
        simdjson::dom::array list;
        if (v.get(list) != simdjson::SUCCESS || list.size() == 0)
            place_.fail(key, "must be a list of rows, [id,…]");
        numbers.clear();
        for (JsonValue n : list) numbers.push_back(finite_number(n, place_, key));
        if (numbers[0] != std::floor(numbers[0]) || std::abs(numbers[0]) > 9e15)
            place_.fail(key, "must be rows that begin with a whole id");
        row(numbers);
    });
}

void Keys::objects(const char* key, const std::function<void(Keys&)>& each) {
    each_of(*this, key, "must be a list of objects", [&](JsonValue v) {
        JsonObject o;
        if (v.get(o) != simdjson::SUCCESS) place_.fail(key, "must be a list of objects");
        Keys keys(o, place_, space_);
        each(keys);
    });
}

Keys Keys::object(const char* key) {
    JsonObject o;
    if (value(key).get(o) != simdjson::SUCCESS) place_.fail(key, "must be an object");
    return {o, place_, space_};
}

std::string Keys::image(const char* key) {
    constexpr std::size_t longest_path = 4096, longest_data = std::size_t(64) << 20;
    constexpr std::string_view data = "data:image/png;base64,";
    const std::string image = text(key);
    if (image.compare(0, data.size(), data) == 0) {
        if (image.size() > longest_data)
            place_.fail(key, "holds a picture of more than 64 MiB, expected less");
        return image;
    }
    const std::filesystem::path path = std::filesystem::path(image).lexically_normal();
    const bool outside = path.is_absolute() || (!path.empty() && *path.begin() == "..");
    const bool strange =
        image.size() > longest_path || image.find_first_of(std::string("\\\0:", 3)) != image.npos;
    if (outside || strange)
        place_.fail(key,
                    "is \"" + image.substr(0, 80) +
                        "\", expected data:image/png;base64,… or the path of a PNG within the log's folder");
    return image;
}

std::string Keys::rest(const std::function<void(const std::string&)>& unknown) {
    std::string out;
    for (const auto& [key, v] : object_) {
        if (asked_.count(key)) continue;
        const std::string name(key);
        unknown(name);
        out += (out.empty() ? "{" : ",") + nlohmann::json(name).dump() + ":" + simdjson::minify(JsonValue(v));
    }
    return out.empty() ? out : out + "}";
}

} // namespace oddbounce
