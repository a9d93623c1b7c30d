// SPDX-License-Identifier: GPL-3.0-or-later
#include "handing_on/texts.hpp"

#include "handing_on/card.hpp"
#include "report/html.hpp"
#include "report/xml.hpp"
#include "language/language.hpp"
#include "theme/theme.hpp"
#include "view/picture.hpp"

#include <QBuffer>
#include <QFileInfo>
#include <QSaveFile>

namespace oddbounce {

QString bodies_line(const Session&, const Finding& f) {
    QStringList out;
    for (std::size_t i = 0; i < std::min(f.names.size(), f.bodies.size()); ++i)
        out << Session::tr("%1 (body %2)").arg(QString::fromStdString(f.names[i])).arg(f.bodies[i]);
    return out.join(", ");
}

QString cause_of(const Finding& f) {
    if (f.account.empty() || !f.account.back().cause) return core_text(fault_by_id(f.fault)->what);
    QString text = QString::fromStdString(f.account.back().text);
    if (!text.isEmpty()) text[0] = text[0].toUpper();
    return text;
}

namespace {

QString source_of(const Session& s, const Finding& f) {
    return QString("%1, %2").arg(QFileInfo(s.path()).fileName(), QString::fromStdString(f.id));
}

/// Characters that Markdown would take for itself.
QString escaped(const QString& text) {
    QString out;
    for (const QChar c : text) {
        if (QString("\\`*_{}[]<>#|").contains(c)) out += '\\';
        out += c;
    }
    return out;
}

QString frames_of(const Finding& f) {
    return f.first == f.last ? Session::tr("frame %1").arg(f.first)
                             : Session::tr("frames %1 to %2").arg(f.first).arg(f.last);
}

} // namespace

QString plain_text_of(const Session& s, const Finding& f) {
    QString out =
        title_and_headline(f) + "\n" + bodies_line(s, f) + "\n" + frames_of(f) + ", " + core_text(word(f.grade)) + "\n\n";
    for (const Sentence& one : f.account) out += QString::fromStdString(sentence_text(one)) + "\n";
    out += "\n";
    for (const Fact& fact : f.facts) out += QString::fromStdString(fact.key + ": " + fact_text(fact)) + "\n";
    return out + "\n" + source_of(s, f) + "\n";
}

QString markdown_of(const Session& s, const Finding& f) {
    QString out = "### " + escaped(title_and_headline(f)) + "\n\n" + escaped(bodies_line(s, f)) + " · " + frames_of(f) +
                  " · " + core_text(word(f.grade)) + "\n\n";
    for (const Sentence& one : f.account) {
        const QString text = escaped(QString::fromStdString(one.text));
        const QString tag = one.cause ? Session::tr("Cause:")
                            : one.fraction
                                ? QString("%1 + %2 %").arg(one.frame - 1).arg(qRound(*one.fraction * 100))
                                : QString::number(one.frame);
        out += (one.cause ? "\n" : "- ") + QString("**%1** ").arg(tag) + text + "\n";
    }
    out += "\n| | |\n| --- | ---: |\n";
    for (const Fact& fact : f.facts)
        out += "| " + escaped(QString::fromStdString(fact.key)) + " | " +
               escaped(QString::fromStdString(fact_text(fact))) + " |\n";
    return out + "\n`" + source_of(s, f).remove('`') + "`\n";
}

namespace {

constexpr QSize frame_size{760, 400};
constexpr int frames_before = 5, frames_after = 8;

QByteArray png_of(const QImage& image) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "PNG");
    return bytes.toBase64();
}

/// The moments that the page steps through: whole frames round the finding, and the touch between them.
std::vector<double> moments_of(const Session& s, const Finding& f) {
    const double touch = s.touch_moment(f);
    std::vector<double> out{touch};
    for (int k = -frames_before; k <= frames_after; ++k) {
        const double m = std::floor(touch + moment_snap) + k;
        if (m >= s.first_moment() && m <= s.last_moment() && m != touch) out.push_back(m);
    }
    std::sort(out.begin(), out.end());
    return out;
}

/// Shows one picture at a time: buttons, arrow keys, a slider.
constexpr const char* stepping = R"(
<script>
const frames=[...document.querySelectorAll('figure.frame')],slider=document.getElementById('at');
function show(i){i=Math.max(0,Math.min(frames.length-1,i));frames.forEach((f,k)=>f.hidden=k!==i);slider.value=i;}
slider.max=frames.length-1;slider.oninput=()=>show(+slider.value);
document.getElementById('back').onclick=()=>show(+slider.value-1);
document.getElementById('on').onclick=()=>show(+slider.value+1);
document.addEventListener('keydown',e=>{if(e.target===slider)return;if(e.key==='ArrowRight')show(+slider.value+1);if(e.key==='ArrowLeft')show(+slider.value-1);});
show(frames.findIndex(f=>f.dataset.touch));
</script>
)";

} // namespace

QString page_of(const Session& s) {
    const LightForNow light;
    const Finding& f = *s.finding();
    const double touch = s.touch_moment(f);
    const Mapping look = first_look(s, QRectF(QPointF(0, 0), QSizeF(frame_size)));
    QString out = QString::fromStdString(html_head(title_and_headline(f).toStdString())) +
                  "<style>figure{margin:0}figure img{width:100%;border:1px solid #DDD7C9;border-radius:4px}"
                  "figcaption{color:#66727A;margin:.3rem 0}.steps{display:flex;gap:.6rem;align-items:center}"
                  ".steps input{flex:1}button{font:inherit;padding:.2rem .8rem}</style>\n<h1>" +
                  title_and_headline(f).toHtmlEscaped() + "</h1>\n<p class=\"soft\">" +
                  bodies_line(s, f).toHtmlEscaped() + "</p>\n";
    for (const double m : moments_of(s, f)) {
        const Instant t = s.instant_at(m);
        const QImage image = image_of(
            frame_size, [&](QPainter& p) { paint_moment_at(p, s, t, look, scene_options(s)); },
            sharing_scale);
        const QString text = s.text_of_moment(m);
        out += QString("<figure class=\"frame\"%1><img alt=\"%2\" "
                       "src=\"data:image/png;base64,%3\"><figcaption>%2</figcaption></figure>\n")
                   .arg(m == touch ? " data-touch=\"1\"" : "", text.toHtmlEscaped(),
                        QString::fromLatin1(png_of(image)));
    }
    out += "<p class=\"steps\"><button id=\"back\">◀</button><input id=\"at\" type=\"range\" min=\"0\" "
           "value=\"0\" "
           "aria-label=\"" +
           Session::tr("frame").toHtmlEscaped() + "\"><button id=\"on\">▶</button></p>\n";
    out += QString::fromStdString(html_of(f));
    out += "<p class=\"soft\">" + source_of(s, f).toHtmlEscaped() + " · Odd Bounce " ODDB_VERSION "</p>" +
           stepping;
    return out + "</body></html>\n";
}

bool save_page(const Session& s, const QString& path, QString& error) {
    QSaveFile file(path);
    const QByteArray page = page_of(s).toUtf8();
    if (file.open(QIODevice::WriteOnly) && file.write(page) == page.size() && file.commit()) return true;
    error = Session::tr("%1: cannot be written: %2").arg(path, file.errorString());
    return false;
}

} // namespace oddbounce
