// SPDX-License-Identifier: GPL-3.0-or-later
// Positions in plain CSV, for games that can write nothing else (docs/csv-import.md).
#pragma once

#include "recording/bad_input.hpp"
#include "recording/recording.hpp"

#include <memory>
#include <string>
#include <string_view>

namespace oddbounce {

/// What the columns mean, and what CSV cannot say (shapes, kinds, gravity), is in the mapping, a JSON
/// document. Throws BadInput with the file, the line of the CSV or the key of the mapping, and what was
/// expected.
std::shared_ptr<Recording> import_csv(const std::string& csv, const std::string& mapping);
/// The same from memory; the names are for messages, `pictures` those that the mapping names by path.
std::shared_ptr<Recording> import_csv_text(std::string_view csv, const std::string& csv_name,
                                           std::string_view mapping, const std::string& mapping_name,
                                           std::shared_ptr<const Pictures> pictures = nullptr);

} // namespace oddbounce
