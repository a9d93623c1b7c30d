// SPDX-License-Identifier: GPL-3.0-or-later
#include "sprites.hpp"

#include "picture/pictures.hpp"

#include <map>
#include <vector>

namespace {

// No red: that is the findings'. b fur, d dark fur, c belly, k ink, w white, r blue cloth, n green paint, o
// wood, p paper, s steel, g grey, '.' clear
const std::map<char, std::uint32_t> colours = {{'b', 0xA8703Au}, {'d', 0x7A4E26u}, {'c', 0xF0E2C4u},
                                               {'k', 0x2B2622u}, {'w', 0xFAF7EFu}, {'r', 0x4F6E8Eu},
                                               {'o', 0x94683Eu}, {'p', 0xD9B77Cu}, {'s', 0x5F7480u},
                                               {'g', 0xB9BDBAu}, {'n', 0x5C7F52u}};

const std::map<std::string, std::vector<std::string>> sprites = {
    {"stoat",
     {
         "..bb....bb..", ".bddb..bddb.", ".bddbbbbddb.", ".bbbbbbbbbb.", "bbbkbbbbkbbb", "bbbbbbbbbbbb",
         "bbccckkcccbb", ".bccccccccb.", "..bccrrccb..", "...brrrrb...", "..rrrrrrrr..", ".brrrrrrrrb.",
         "bbbbccccbbbb", "bb.bccccb.bb", "bb.bccccb.bb", "bd.bccccb.db", "...bccccb...", "...bccccb...",
         "..bbccccbb..", "..bbbccbbb..", "..bbb..bbb..", "..bb....bb..", ".bbd....dbb.", "dddd....dddd",
     }},
    {"parcel",
     {
         "oooooooooooo",
         "opppprrppppo",
         "opppprrppppo",
         "opppprrppppo",
         "opppprrppppo",
         "orrrrrrrrrro",
         "orrrrrrrrrro",
         "opppprrppkko",
         "opppprrppppo",
         "opppprrppkko",
         "opppprrppppo",
         "oooooooooooo",
     }},
    {"gull",
     {
         "............",
         "kk........kk",
         ".ggg....ggg.",
         "..gwww.www..",
         "...wwwwww...",
         "....wwwwkw..",
         "....wwwwwwoo",
         "...wwwwww...",
         "..wwwwww....",
         ".kk.o.o.....",
         "............",
         "............",
     }},
    {"buoy",
     {
         ".....nnnnnn.....",
         "...nnnnnnnnnn...",
         "..nnnnnnnnnnnn..",
         ".nnnwwnnnnnnnnn.",
         ".nnwwnnnnnnnnnn.",
         "nnnnnnnnnnnnnnnn",
         "wwwwwwwwwwwwwwww",
         "wwwwwwwwwwwwwwww",
         "wwwwwwwwwwwwwwww",
         "wwwwwwwwwwwwwwww",
         "nnnnnnnnnnnnnnnn",
         ".nnnnnnnnnnnnnn.",
         ".nnnnnnnnnnnnnn.",
         "..nnnnnnnnnnnn..",
         "...nnnnnnnnnn...",
         ".....nnnnnn.....",
     }},
    {"drum",
     {
         ".ssssssssss.",
         "ssssssssssss",
         "sggsssssssss",
         "sgssssssssss",
         "kkkkkkkkkkkk",
         "sgssssssssss",
         "sgssssssssss",
         "sgsswwwwssss",
         "sgsswsswssss",
         "sgsswwwwssss",
         "sgssssssssss",
         "sgssssssssss",
         "kkkkkkkkkkkk",
         "sgssssssssss",
         "sggsssssssss",
         ".ssssssssss.",
     }},
    {"ring",
     {
         ".......kkkkkk.......", ".....kkkkkkkkkk.....", "...kkksssssssskkk...", "..kkksssssssssskkk..",
         "..kksssggggggssskk..", ".kksssgssssssgssskk.", ".ksssgssssssssgsssk.", "kkssgsssswwssssgsskk",
         "kkssgssswsswsssgsskk", "kkssgsswsssswssgsskk", "kkssgsswsssswssgsskk", "kkssgssswsswsssgsskk",
         "kkssgsssswwssssgsskk", ".ksssgssssssssgsssk.", ".kksssgssssssgssskk.", "..kksssggggggssskk..",
         "..kkksssssssssskkk..", "...kkksssssssskkk...", ".....kkkkkkkkkk.....", ".......kkkkkk.......",
     }},
    {"cart",
     {
         "o..................o",
         "oo................oo",
         "oooooooooooooooooooo",
         "opopopopopopopopopoo",
         "oooooooooooooooooooo",
         "opopopopopopopopopoo",
         "oooooooooooooooooooo",
         "....ss........ss....",
         "..kkkkkk....kkkkkk..",
         ".kkggggkk..kkggggkk.",
         ".kggssggk..kggssggk.",
         ".kkggggkk..kkggggkk.",
         "..kkkkkk....kkkkkk..",
     }},
};

} // namespace

std::string sprite(const std::string& name) {
    const auto& rows = sprites.at(name);
    oddbounce::Pixels p;
    p.width = static_cast<int>(rows[0].size()), p.height = static_cast<int>(rows.size());
    for (const std::string& row : rows)
        for (const char c : row) {
            const auto it = colours.find(c);
            const std::uint32_t rgb = it == colours.end() ? 0 : it->second;
            for (const int shift : {16, 8, 0}) p.rgba.push_back(static_cast<std::uint8_t>(rgb >> shift));
            p.rgba.push_back(it == colours.end() ? 0 : 255);
        }
    return oddbounce::uri_of_png(oddbounce::encode_png(p));
}
