// SPDX-License-Identifier: GPL-3.0-or-later
// No finding may depend on where the scene is, how large, which way round, how it is numbered, on which
// of two bodies is named first, or on the number of threads.
#include "fault/scan.hpp"
#include "recording/files.hpp"
#include "recording/log.hpp"

#include <QDir>
#include <QtTest>

#include <set>

using namespace oddbounce;

namespace {

/// x -> turn(mirror(x)) * scale + by, of everything in a recording that has a place.
struct Change {
    double scale = 1.0, turn = 0.0;
    bool mirror = false;
    Vec3 by{0.0};

    Vec3 way(Vec3 v) const {
        if (mirror) v.x = -v.x;
        const double c = std::cos(turn), s = std::sin(turn);
        return {c * v.x - s * v.y, s * v.x + c * v.y, 0};
    }
    Vec3 place(const Vec3& v) const { return way(v) * scale + by; }
    double angle(double a) const { return (mirror ? -a : a) + turn; }
};

std::shared_ptr<Recording> changed(const Recording& r, const Change& c) {
    Draft out = draft_of(r);
    out.header.up = c.way(r.header.up), out.header.gravity = c.way(r.header.gravity) * c.scale;
    out.header.slop = r.slop() * c.scale, out.header.skin *= c.scale;
    std::set<Id> bodies;
    for (Frame& f : out.frames) {
        for (DefinitionRef& ref : f.before) {
            Definition d = ref;
            if (auto* col = std::get_if<ColliderDef>(&d)) {
                if (col->pass) col->pass = c.way(*col->pass);
            } else if (auto* body = std::get_if<BodyDef>(&d)) {
                body->step *= c.scale;
                if (bodies.insert(body->id).second)
                    f.scale.push_back({body->id, Vec3((c.mirror ? -1 : 1) * c.scale, c.scale, 1)});
            }
            ref = std::move(d);
        }
        for (BodyRow& b : f.bodies)
            b.at = c.place(b.at), b.velocity = c.way(b.velocity) * c.scale, b.angle = c.angle(b.angle),
            b.angular_velocity *= c.mirror ? -1.0 : 1.0;
        for (IdVector& t : f.unresolved) t.value = c.place(t.value);
        for (IdVector& w : f.desired) w.value = c.way(w.value) * c.scale;
        for (ContactRow& k : f.contacts) {
            if (k.at) k.at = c.place(*k.at);
            if (k.normal) k.normal = c.way(*k.normal);
            if (k.depth) k.depth = *k.depth * c.scale;
        }
        for (RayRow& ray : f.rays) ray.from = c.place(ray.from), ray.to = c.place(ray.to);
    }
    // A body that is never given a turn stands unturned; a turned scene turns it too.
    for (Frame& f : out.frames)
        for (BodyRow& b : f.bodies)
            if (b.given == BodyRow::Position) b.given = BodyRow::Rotation;
    return out.recorded();
}

std::shared_ptr<Recording> renumbered(const Recording& r) {
    Draft out = draft_of(r);
    const auto id = [](Id i) { return 100000 - i; };
    for (Frame& f : out.frames) {
        std::reverse(f.before.begin(), f.before.end());
        std::stable_partition(f.before.begin(), f.before.end(),
                              [](const Definition& d) { return std::holds_alternative<BodyDef>(d); });
        for (DefinitionRef& ref : f.before) {
            Definition d = ref;
            if (auto* b = std::get_if<BodyDef>(&d)) {
                b->id = id(b->id);
                if (b->owner) b->owner = id(*b->owner);
            } else if (auto* c = std::get_if<ColliderDef>(&d))
                c->id = id(c->id), c->body = id(c->body);
            else if (auto* a = std::get_if<ArtDef>(&d)) {
                if (a->body) a->body = id(*a->body);
            } else if (auto* p = std::get_if<ProbeDef>(&d))
                p->body = id(p->body);
            ref = std::move(d);
        }
        for (BodyRow& b : f.bodies) b.id = id(b.id);
        for (auto* list : {&f.removed, &f.teleport, &f.on, &f.off, &f.grounded})
            for (Id& i : *list) i = id(i);
        for (auto* list : {&f.scale, &f.desired, &f.unresolved})
            for (IdVector& v : *list) v.id = id(v.id);
        for (IdCount& c : f.iterations) c.id = id(c.id);
        for (ContactRow& c : f.contacts) {
            c.a = id(c.a), c.b = id(c.b);
            std::swap(c.a, c.b);
            if (c.normal) c.normal = -*c.normal;
        }
        for (RayRow& ray : f.rays) {
            if (ray.caster) ray.caster = id(*ray.caster);
            if (ray.hit) ray.hit = id(*ray.hit);
            for (Id& i : ray.skip) i = id(i);
        }
        for (EventRow& e : f.events)
            for (Id& i : e.about) i = id(i);
    }
    return out.recorded();
}

/// The frames' numbers have gaps, as where every third is logged.
std::shared_ptr<Recording> with_gaps(const Recording& r) {
    Draft out = draft_of(r);
    for (Frame& f : out.frames) f.number = 3 * f.number + 1000;
    return out.recorded();
}

/// After the fourth of every `every` frames, or the last of fewer, the game stands still for `length` frames,
/// as at a hit or in a menu; two gulls far away, in flight all the time, show that it is the whole game.
std::shared_ptr<Recording> with_pauses(const Recording& r, int every, int length) {
    Draft out = draft_of(r);
    out.header.slop = r.slop();
    std::vector<Frame> frames;
    for (Frame& f : out.frames) {
        f.number = static_cast<std::int64_t>(frames.size());
        const double seconds = static_cast<double>(&f - out.frames.data()) / 60.0;
        for (const Id gull : {Id(900001), Id(900002)}) {
            if (frames.empty()) {
                BodyDef body;
                body.id = gull, body.name = "gull", body.moves = Moves::Kinematic;
                ColliderDef collider;
                collider.id = collider.body = gull, collider.shape.radius = 4.0 * r.slop();
                f.before.insert(f.before.begin(), {Definition(body), Definition(collider)});
            }
            BodyRow row;
            row.id = gull, row.given = BodyRow::Velocity;
            row.velocity = Vec3(0, 30.0, 0) * r.slop();
            row.at = Vec3(gull == 900001 ? 1e5 : 2e5, 0, 0) * r.slop() + row.velocity * seconds;
            f.bodies.push_back(row);
        }
        frames.push_back(f);
        if ((&f - out.frames.data()) % every != std::min(3, every - 1)) continue;
        Frame still;
        still.dt = f.dt, still.grounded = f.grounded, still.desired = f.desired;
        for (int i = 0; i < length; ++i)
            still.number = static_cast<std::int64_t>(frames.size()), frames.push_back(still);
    }
    out.frames = std::move(frames);
    return out.recorded();
}

/// Fault, frames and bodies of all findings, as one text; `back` undoes a renumbering.
/// Frames are counted, not called by their numbers.
QString gist(const Recording& r, int threads = 0, bool back = false, bool with_rounding = true) {
    ScanOptions options;
    options.threads = threads;
    QStringList lines;
    for (const Finding& f : scan(r, options).findings) {
        if (!with_rounding && (f.fault == "flush-contact" || f.fault == "ray-knife-edge")) continue;
        std::set<Id> bodies;
        for (Id b : f.bodies) bodies.insert(back ? 100000 - b : b);
        QString line = QString("%1 %2-%3")
                           .arg(QString::fromStdString(f.fault))
                           .arg(r.frame_index(f.first))
                           .arg(r.frame_index(f.last));
        for (Id b : bodies) line += QString(" %1").arg(b);
        lines << line;
    }
    lines.sort();
    return lines.join("; ");
}

/// What the log does not say any more is unknown, never denied.
std::shared_ptr<Recording> silent(const Recording& r, Channel channel) {
    Draft out = draft_of(r);
    out.header.logs[static_cast<std::size_t>(channel)] = false;
    for (Frame& f : out.frames) {
        if (channel == Channel::Contacts) f.contacts.clear();
        if (channel == Channel::Events) f.events.clear();
        if (channel == Channel::Rays) f.rays.clear();
        if (channel == Channel::Iterations) f.iterations.clear();
        if (channel == Channel::Unresolved) f.unresolved.clear();
    }
    return out.recorded();
}

/// Bodies that code moves are moved by a solver instead, or the other way round.
std::shared_ptr<Recording> moved_by(const Recording& r, Moves other) {
    Draft out = draft_of(r);
    for (Frame& f : out.frames)
        for (DefinitionRef& ref : f.before) {
            Definition d = ref;
            if (auto* b = std::get_if<BodyDef>(&d); b && b->moves != Moves::Static) b->moves = other;
            ref = std::move(d);
        }
    return out.recorded();
}

/// Boxes as polygons; with a notch in one side that is no wider than rounding, so that they are of parts.
std::shared_ptr<Recording> redrawn(const Recording& r, bool notched) {
    Draft out = draft_of(r);
    for (Frame& f : out.frames)
        for (DefinitionRef& ref : f.before) {
            Definition d = ref;
            auto* c = std::get_if<ColliderDef>(&d);
            if (!c || c->shape.kind != ShapeKind::Box || c->shape.radius > 0.0) continue;
            const Vec3 half = 0.5 * c->shape.size, up{0.0, half.y, 0.0};
            c->shape.kind = ShapeKind::Polygon;
            c->shape.points = {-half, half - 2.0 * up, half, -half + 2.0 * up};
            if (notched) c->shape.points.insert(c->shape.points.begin() + 1, -up * (1.0 - 1e-7));
            ref = std::move(d);
        }
    return out.recorded();
}

/// The faults that are found, each once.
std::set<std::string> faults_of(const Recording& r) {
    std::set<std::string> out;
    for (const Finding& f : scan(r).findings) out.insert(f.fault);
    return out;
}

/// What is found in a recording with pauses: fault, frames, bodies. Frames of pauses are not counted.
QString listed(const Recording& paused, int every, int length) {
    const auto played = [&](std::int64_t number) {
        const std::int64_t period = every + length, past = number % period, stops = std::min(4, every);
        return every * (number / period) + std::min(past, std::max<std::int64_t>(stops, past - length));
    };
    std::set<std::string> out;
    for (const Finding& f : scan(paused).findings) {
        std::string line = fmt::format("{} {}-{}", f.fault, played(f.first), played(f.last));
        for (const Id body : std::set<Id>(f.bodies.begin(), f.bodies.end())) line += fmt::format(" {}", body);
        out.insert(line);
    }
    return QString::fromStdString(fmt::format("{}", fmt::join(out, "; ")));
}

/// What is found in the frames with indices first..last.
std::vector<Finding> within(const Recording& r, std::size_t first, std::size_t last) {
    ScanOptions options;
    options.first = first, options.last = last;
    return scan(r, options).findings;
}
bool has(const std::vector<Finding>& all, const Finding& f) {
    return std::any_of(all.begin(), all.end(), [&](const Finding& o) { return o.id == f.id; });
}

} // namespace

class LawsTest : public QObject {
    Q_OBJECT
  private slots:
    void findings_areTheSame_data() {
        QTest::addColumn<QString>("file");
        for (const QString& folder : {QString(TEST_DATA "/labelled"), QString(SAMPLES)})
            for (const QString& name : QDir(folder).entryList({"*.bouncelog"}))
                QTest::newRow(qPrintable(name)) << folder + "/" + name;
    }
    void findings_areTheSame() {
        QFETCH(QString, file);
        const auto r = read_recording(file.toStdString());
        if (r->header.space == 3) return; // these changes are of the plane: space_laws_test
        const QString plain = gist(*r, 1);
        QCOMPARE(gist(*r, 4), plain);
        // Logs carry about seven digits: moving far keeps them, as positions are read in double precision.
        // What is about the ULP itself depends on the place.
        QCOMPARE(gist(*changed(*r, {1.0, 0.0, false, Vec3(1e6, -2e6, 0)}), 0, false, false),
                 gist(*r, 0, false, false));
        QCOMPARE(gist(*changed(*r, {0.01, 0.0, false, Vec3(0)})), plain);
        QCOMPARE(gist(*changed(*r, {37.0, 0.0, false, Vec3(0)})), plain);
        QCOMPARE(gist(*changed(*r, {1.0, 0.7, false, Vec3(0)})), plain);
        QCOMPARE(gist(*changed(*r, {1.0, 0.0, true, Vec3(0)})), plain);
        QCOMPARE(gist(*renumbered(*r), 0, true), plain);
        QCOMPARE(gist(*with_gaps(*r)), plain);
        QCOMPARE(gist(*redrawn(*r, false)), plain);
        QCOMPARE(gist(*redrawn(*r, true)), plain);
    }

    /// In frames in which the whole game stands still, nothing happens.
    void pauses_changeNothing_data() { findings_areTheSame_data(); }
    void pauses_changeNothing() {
        QFETCH(QString, file);
        const auto r = read_recording(file.toStdString());
        if (r->header.space == 3) return;
        QCOMPARE(listed(*with_pauses(*r, 7, 6), 7, 6), listed(*with_pauses(*r, 7, 0), 7, 0));
    }

    /// A game that computes in every second frame of its log, or in five of six.
    void slowerThanItsLog_changesNothing_data() { findings_areTheSame_data(); }
    void slowerThanItsLog_changesNothing() {
        QFETCH(QString, file);
        const auto r = read_recording(file.toStdString());
        if (r->header.space == 3) return;
        for (const int every : {1, 5}) {
            // So much shorter are the frames, and the still ones between them.
            Draft shorter = draft_of(*with_pauses(*r, every, 1));
            for (Frame& f : shorter.frames) f.dt *= every / (every + 1.0);
            shorter.header.rate *= (every + 1.0) / every;
            QCOMPARE(listed(*shorter.recorded(), every, 1), listed(*with_pauses(*r, every, 0), every, 0));
        }
    }

    /// Asked for alone, a fault is found where the full scan finds it, and nowhere else.
    void alone_isTheSame_data() { findings_areTheSame_data(); }
    void alone_isTheSame() {
        QFETCH(QString, file);
        const auto r = read_recording(file.toStdString());
        const Scan full = scan(*r);
        std::set<std::string> asked{"deep-overlap", "silent-overlap", "double-hit", "invisible-wall"};
        for (const Finding& f : full.findings) asked.insert(f.fault);
        for (const std::string& fault : asked) {
            ScanOptions options;
            options.only = {fault};
            QStringList alone, of_full;
            for (const Finding& f : scan(*r, options).findings) alone << f.id.c_str();
            for (const Finding& f : full.findings)
                if (f.fault == fault) of_full << f.id.c_str();
            QCOMPARE(alone, of_full);
        }
    }

    /// Cut off by the end of the recording, what goes on for long is told all the same.
    void cutShort_isTold_data() { findings_areTheSame_data(); }
    void cutShort_isTold() {
        QFETCH(QString, file);
        const auto r = read_recording(file.toStdString());
        for (const Finding& f : scan(*r).findings) {
            const std::ptrdiff_t first = r->frame_index(f.first), last = r->frame_index(f.last);
            if (last - first < 12) continue;
            const auto cut = static_cast<std::size_t>(first + 3 * (last - first) / 4);
            Draft part = draft_of(*r);
            part.frames.resize(cut + 1);
            const std::vector<Finding> found = scan(*part.recorded()).findings;
            const bool told = std::any_of(found.begin(), found.end(), [&](const Finding& g) {
                return g.fault == f.fault && g.bodies[0] == f.bodies[0];
            });
            QVERIFY2(told, qPrintable(QString("%1, cut after frame index %2").arg(f.id.c_str()).arg(cut)));
        }
    }

    /// Cut where nothing is wrong for half a second, the two parts together say what the whole says.
    void spans_findTheSame_data() { findings_areTheSame_data(); }
    void spans_findTheSame() {
        QFETCH(QString, file);
        const auto r = read_recording(file.toStdString());
        if (r->header.space == 3) return;
        const Scan whole = scan(*r);
        constexpr std::size_t quiet = 15;
        for (std::size_t cut = quiet; cut + quiet < r->size(); ++cut) {
            const auto near = [&](const Finding& f) {
                return f.first <= r->number(cut + quiet) && r->number(cut - quiet) <= f.last;
            };
            if (std::any_of(whole.findings.begin(), whole.findings.end(), near)) continue;
            std::vector<Finding> parts = within(*r, 0, cut - 1);
            for (Finding& f : within(*r, cut, r->size() - 1)) parts.push_back(std::move(f));
            QStringList odd; // said by one alone
            // A run that an end of the recording cuts off is told where no whole one is.
            for (const Finding& f : parts)
                if (!has(whole.findings, f) && f.first > r->number(0) && f.last < r->number(r->size() - 1))
                    odd << QString("parts only: %1").arg(f.id.c_str());
            // That bodies of two kinds meet elsewhere, and the smallest thing near, are the whole
            // recording's.
            for (const Finding& f : whole.findings)
                if (!has(parts, f) && f.fault != "silent-overlap" && f.fault != "probe-gap")
                    odd << QString("whole only: %1").arg(f.id.c_str());
            QVERIFY2(odd.isEmpty(), qPrintable(QString("cut at %1, ").arg(cut) + odd.join(", ")));
            cut += 2 * quiet;
        }
    }

    /// A game may call its bodies kinematic or dynamic: it shows the same faults, but for those that mean one
    /// of the two.
    void whoMovesThem_changesNothing_data() { findings_areTheSame_data(); }
    void whoMovesThem_changesNothing() {
        QFETCH(QString, file);
        static const std::set<std::string> means_it = {
            "kind-crate-may-topple.bouncelog", // a kinematic body may not
            "kind-through-a-corner.bouncelog", // code may go round it, axis by axis
            "kind-trip-slowed.bouncelog",      // code may slow down, and lift
            "kind-trip-launched-upward.bouncelog",
            "drum-in-wall.bouncelog"}; // less than a solver's own shivering
        const auto r = read_recording(file.toStdString());
        if (r->header.space == 3 || means_it.count(QFileInfo(file).fileName().toStdString())) return;
        const std::set<std::string> plain = faults_of(*r);
        QVERIFY(faults_of(*moved_by(*r, Moves::Dynamic)) == plain);
        const bool topples = file.contains("/engine-"); // crates of an engine: no kinematic body may
        QVERIFY(topples || faults_of(*moved_by(*r, Moves::Kinematic)) == plain);
    }

    /// A recording in which nothing is wrong stays so whatever is left out of its log.
    void silence_isNoFault_data() { findings_areTheSame_data(); }
    void silence_isNoFault() {
        QFETCH(QString, file);
        const auto r = read_recording(file.toStdString());
        // These two are right because the game says so.
        const bool by_word =
            file.endsWith("kind-responded.bouncelog") || file.endsWith("kind-one-swing-once.bouncelog");
        if (r->header.space == 3 || by_word || !scan(*r).findings.empty()) return;
        for (const Channel c :
             {Channel::Contacts, Channel::Events, Channel::Rays, Channel::Iterations, Channel::Unresolved})
            QCOMPARE(gist(*silent(*r, c)), QString());
    }
};

QTEST_APPLESS_MAIN(LawsTest)
#include "laws_test.moc"
