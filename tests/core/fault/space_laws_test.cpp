// SPDX-License-Identifier: GPL-3.0-or-later
// A scene of the plane, made into slabs and turned anyhow in space, has the same findings.
#include "core/fault/more_scenes.hpp"

#include "fault/scan.hpp"
#include "recording/files.hpp"
#include "recording/log.hpp"

#include <scenes.hpp>

#include <QDir>
#include <QTemporaryDir>
#include <QtTest>

#include <numbers>
#include <set>

using namespace oddbounce;

namespace {

/// Half the thickness of a slab: nothing may get out along it.
double half_thickness(const Recording& r) { return 400.0 * r.slop(); }

/// Of cells: an odd number, so that the plane lies in the middle of one.
int layers_of(const Shape& s, double half) { return 2 * static_cast<int>(std::ceil(half / s.cell)) + 1; }

/// None where the shape has no counterpart: a concave outline would have to be cut.
std::optional<Shape> slab(const Shape& s, double half) {
    Shape out = s;
    out.space = 3;
    const Vec3 z(0.0, 0.0, half);
    const auto prism = [&](const std::vector<Vec3>& corners) {
        out.kind = ShapeKind::Hull, out.radius = 0.0, out.points.clear();
        for (const Vec3& p : corners) out.points.push_back(p - z), out.points.push_back(p + z);
    };
    switch (s.kind) {
    case ShapeKind::Circle:
        out.kind = ShapeKind::Capsule, out.a = -z, out.b = z;
        break;
    case ShapeKind::Box:
        if (s.radius > 0.0) return std::nullopt;
        out.size.z = 2.0 * half;
        break;
    case ShapeKind::Capsule: {
        constexpr int steps = 24; // a half circle
        std::vector<Vec3> corners;
        const Vec3 along = unit(s.b - s.a, {0.0, 1.0, 0.0});
        for (int i = 0; i <= steps; ++i)
            for (const double end : {1.0, -1.0}) {
                const double a = std::numbers::pi * (static_cast<double>(i) / steps - 0.5);
                const Vec3 way = along * (end * std::cos(a)) + Vec3(-along.y, along.x, 0.0) * std::sin(a);
                corners.push_back((end > 0.0 ? s.b : s.a) + way * s.radius);
            }
        prism(corners);
        break;
    }
    case ShapeKind::Polygon: {
        std::vector<Vec2> flat_points;
        for (const Vec3& p : s.points) flat_points.push_back(flat(p));
        if (s.radius > 0.0 || !plane::is_convex(flat_points)) return std::nullopt;
        prism(s.points);
        break;
    }
    case ShapeKind::Chain: {
        out.kind = ShapeKind::Mesh, out.points.clear();
        for (const Vec3& p : s.points) out.points.push_back(p - z), out.points.push_back(p + z);
        const int n = static_cast<int>(s.points.size());
        for (int i = 0; i + 1 < n + (s.closed ? 1 : 0); ++i) {
            const int p = 2 * i, q = 2 * ((i + 1) % n);
            out.faces.push_back({p, q, q + 1}), out.faces.push_back({p, q + 1, p + 1});
        }
        break;
    }
    case ShapeKind::Cells: {
        if (!s.image.empty()) return std::nullopt;
        const int layers = layers_of(s, half);
        out.layers.assign(static_cast<std::size_t>(layers), s.layers.at(0));
        out.origin.z = -0.5 * layers * s.cell;
        break;
    }
    default:
        return std::nullopt;
    }
    return out;
}

std::shared_ptr<Recording> in_space(const Recording& r, const glm::dquat& turn) {
    if (r.header.space == 3) return nullptr;
    Draft out = draft_of(r);
    std::map<Id, int> middle_layer; // of cells
    const auto turned = [&](const Vec3& v) { return turn * v; };
    out.header.space = 3, out.header.slop = r.slop(), out.header.rounding = r.rounding();
    out.header.up = turned(r.header.up), out.header.gravity = turned(r.header.gravity);
    const double half = half_thickness(r);
    for (Frame& f : out.frames) {
        std::vector<DefinitionRef> kept;
        for (DefinitionRef& ref : f.before) {
            Definition d = ref;
            if (std::holds_alternative<ArtDef>(d)) continue;
            if (auto* c = std::get_if<ColliderDef>(&d)) {
                const auto shape = slab(c->shape, half);
                if (!shape) return nullptr;
                if (c->shape.kind == ShapeKind::Cells) middle_layer[c->id] = layers_of(c->shape, half) / 2;
                c->shape = *shape;
                if (c->pass) c->pass = turned(*c->pass);
            }
            kept.push_back(std::move(d));
        }
        f.before = std::move(kept);
        f.screenshot.reset();
        for (BodyRow& b : f.bodies) {
            b.at = turned(b.at), b.velocity = turned(b.velocity),
            b.angular_velocity = turned(b.angular_velocity);
            b.rotation = glm::normalize(turn * glm::angleAxis(b.angle, Vec3(0.0, 0.0, 1.0))), b.angle = 0.0;
            if (b.given == BodyRow::Position) b.given = BodyRow::Rotation;
        }
        for (auto* list : {&f.desired, &f.unresolved})
            for (IdVector& v : *list) v.value = turned(v.value);
        for (ContactRow& c : f.contacts) {
            if (c.at) c.at = turned(*c.at);
            if (c.normal) c.normal = turned(*c.normal);
        }
        for (RayRow& ray : f.rays) {
            ray.from = turned(ray.from), ray.to = turned(ray.to);
            if (ray.at) ray.at = turned(*ray.at);
            if (ray.normal) ray.normal = turned(*ray.normal);
            if (ray.cell.size() == 2) ray.cell.push_back(ray.hit ? middle_layer[*ray.hit] : 0);
        }
    }
    return out.recorded();
}

/// Fault, frames and bodies of all findings. Left out: faults of pictures, and of rounding, which turning
/// changes.
QString gist(const Recording& r) {
    static const std::set<std::string> left_out{"art-missed", "hit-outside-art", "flush-contact",
                                                "ray-knife-edge", "invisible-wall"};
    QStringList lines;
    for (const Finding& f : scan(r).findings) {
        if (left_out.count(f.fault)) continue;
        QString line = QString("%1 %2-%3").arg(QString::fromStdString(f.fault)).arg(f.first).arg(f.last);
        for (const Id b : std::set<Id>(f.bodies.begin(), f.bodies.end())) line += QString(" %1").arg(b);
        lines << line;
    }
    lines.sort();
    return lines.join("; ");
}

} // namespace

class SpaceLawsTest : public QObject {
    Q_OBJECT
  private:
    QTemporaryDir folder_;
    const std::vector<MoreScene> more_ = every_more_scene();

    /// What its rule takes from a shape's reach, which a slab has more of: how near, how far at once.
    static bool goes_by_reach(const std::string& name) {
        static const std::set<std::string> all{"wraps round the screen", "wraps round the screen, no speeds"};
        return all.count(name) > 0;
    }
    static void judge(const Recording& in_plane) {
        const glm::dquat as_it_is(1.0, 0.0, 0.0, 0.0),
            anyhow = glm::normalize(glm::dquat(0.5, 0.3, -0.7, 0.4));
        const QString expected = gist(in_plane);
        for (const glm::dquat& turn : {as_it_is, anyhow}) {
            const auto solid = in_space(in_plane, turn);
            if (!solid) QSKIP("a shape without a counterpart in space");
            const QString found = gist(*solid);
            QVERIFY2(found == expected, qPrintable("\n  plane " + expected + "\n  space " + found));
        }
    }

  private slots:
    void slabs_haveTheSameFindings_data() {
        QTest::addColumn<QString>("file");
        const QDir folder(QStringLiteral(TEST_DATA "/labelled"));
        for (const QString& name : folder.entryList({"*.bouncelog"}))
            // Of the second the log says "touching" where it is long gone: how near counts goes by a shape's
            // reach.
            if (!name.contains("-3d") && name != "kind-jump-at-a-seam.bouncelog")
                QTest::newRow(qPrintable(name)) << folder.filePath(name);
    }
    void slabs_haveTheSameFindings() {
        QFETCH(QString, file);
        judge(*read_recording(file.toStdString()));
    }
    void scenesAsSlabs_haveTheSameFindings_data() {
        QTest::addColumn<int>("index");
        for (std::size_t i = 0; i < 2 * scenes().size(); ++i)
            QTest::newRow(scenes()[i / 2].file + QByteArray(i % 2 ? ", right" : ", faulty"))
                << static_cast<int>(i);
        std::set<std::string> in_space;
        for (const MoreScene& s : space_scenes()) in_space.insert(s.name);
        for (std::size_t i = 0; i < more_.size(); ++i)
            if (!goes_by_reach(more_[i].name) && !in_space.count(more_[i].name))
                QTest::newRow(qPrintable(QString::number(i) + " " + more_[i].name))
                    << static_cast<int>(2 * scenes().size() + i);
    }
    void scenesAsSlabs_haveTheSameFindings() {
        QFETCH(int, index);
        const auto i = static_cast<std::size_t>(index), ours = 2 * scenes().size();
        const std::string path = folder_.filePath("scene.bouncelog").toStdString();
        Chance vary(static_cast<std::uint64_t>(index % 5));
        if (i < ours)
            scenes()[i / 2].write(path, {i % 2 == 0}, vary);
        else
            more_[i - ours].write(path, vary);
        judge(*read_recording(path));
    }
};

QTEST_GUILESS_MAIN(SpaceLawsTest)
#include "space_laws_test.moc"
