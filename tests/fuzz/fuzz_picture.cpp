// SPDX-License-Identifier: GPL-3.0-or-later
// Any bytes as a PNG: pixels that come back the same when written again, or a sentence; and as the picture of
// a collider, in the log itself.
#include "recording/log.hpp"

#include <cstdint>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size) {
    using namespace oddbounce;
    const std::string_view png(reinterpret_cast<const char*>(data), size);
    if (png_in_uri(uri_of_png(png)) != png) __builtin_trap();
    Pixels size_only;
    try {
        size_only = png_size(png);
        if (size_only.width * size_only.height > 1 << 16) return 0; // slow, and nothing new
        const Pixels pixels = decode_png(png);
        if (pixels.width != size_only.width || pixels.height != size_only.height) __builtin_trap();
        if (!(decode_png(encode_png(pixels)) == pixels)) __builtin_trap();
    } catch (const NoPicture&) {
        if (size_only.width > 1 << 8) return 0;
    }
    const std::string log = "{\"bounce\":1}\n{\"body\":1}\n{\"collider\":1,\"body\":1,\"shape\":{\"type\":"
                            "\"cells\",\"cell\":1,\"image\":\"" +
                            uri_of_png(png) + "\"}}\n{\"frame\":0}\n";
    const auto r = read_log_text(log, "x");
    const World world = r->world_at(0);
    const ColliderState& collider = world.colliders()[0];
    if (collider.geometry && size_only.width == 0 && collider.geometry->judged()) __builtin_trap();
    return 0;
}
