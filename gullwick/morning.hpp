// SPDX-License-Identifier: GPL-3.0-or-later
// A whole morning at Gullwick Post: a long session with many bodies, for sessions that are sent, cut and
// scanned.
#pragma once

#include <string>

/// Writes `minutes` of play: parcels hop along the pier on their way, gulls circle, the stoat walks, and
/// every ten seconds a parcel is thrown at the net, which every third one passes through. Returns how many
/// passed.
int morning(const std::string& path, double minutes);
