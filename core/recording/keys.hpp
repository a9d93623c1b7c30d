// SPDX-License-Identifier: GPL-3.0-or-later
// Reads the keys of one JSON object of a log line, says what is wrong with the others.
#pragma once

#include "recording/bad_input.hpp"
#include "recording/definitions.hpp"

#include <simdjson.h>

#include <functional>
#include <set>
#include <string>

namespace oddbounce {

using JsonObject = simdjson::dom::object;
using JsonValue = simdjson::dom::element;

/// Where a value stands, for messages.
struct Place {
    const std::string& file;
    long line;
    [[noreturn]] void fail(const std::string& key, const std::string& expected) const {
        throw BadInput(file, line, "'" + key + "' " + expected, key);
    }
};

class Keys {
  public:
    Keys(JsonObject object, const Place& place, int space) : object_(object), place_(place), space_(space) {}

    bool has(const char* key) { return find(key).error() == simdjson::SUCCESS && !is_null(key); }
    bool is_null(const char* key) { return find(key).is_null(); }
    /// The same object, vectors of `space` numbers.
    Keys in_space(int space) const {
        Keys k = *this;
        k.space_ = space;
        return k;
    }
    const Place& place() const { return place_; }
    int space() const { return space_; }

    double number(const char* key); ///< required, finite
    double number(const char* key, double otherwise);
    double positive(const char* key, double otherwise);
    std::int64_t whole(const char* key); ///< required
    std::int64_t whole(const char* key, std::int64_t otherwise);
    bool flag(const char* key, bool otherwise);
    std::string text(const char* key, const std::string& otherwise = "");
    Vec3 vector(const char* key); ///< required, of `space` numbers
    Vec3 vector(const char* key, const Vec3& otherwise) { return has(key) ? vector(key) : otherwise; }
    glm::dquat quaternion(const char* key); ///< required, [x,y,z,w], made unit
    std::vector<double> numbers(const char* key, std::size_t count);
    std::vector<Id> ids(const char* key);
    std::vector<std::string> texts(const char* key);
    std::vector<Vec3> vectors(const char* key);
    /// Calls `row(array)` for each element of a list of lists; missing key: none.
    void rows(const char* key, const std::function<void(const std::vector<double>&)>& row);
    /// Calls `each(keys)` for each object of a list of objects.
    void objects(const char* key, const std::function<void(Keys&)>& each);
    Keys object(const char* key);
    JsonValue value(const char* key);
    /// A PNG as a data URI, or its path within the log's own folder; one that leads out of it is refused.
    std::string image(const char* key);
    /// The keys nobody asked for, as the text of a JSON object; empty for none. `unknown` gets each name.
    std::string rest(const std::function<void(const std::string&)>& unknown);

    static double finite_number(JsonValue v, const Place& place, const char* key);
    /// Beyond this, sums and products of coordinates leave the range of a double.
    static constexpr double most_number = 1e30;
    static constexpr std::int64_t most_whole = 9'000'000'000'000'000; ///< exact in a double, with room to add
    static std::int64_t whole_number(JsonValue v, const Place& place, const char* key);

  private:
    simdjson::simdjson_result<JsonValue> find(const char* key) {
        asked_.insert(key);
        return object_[key];
    }
    Vec3 vector_of(JsonValue v, const char* key);

    JsonObject object_;
    Place place_;
    int space_;
    std::set<std::string, std::less<>> asked_;
};

} // namespace oddbounce
