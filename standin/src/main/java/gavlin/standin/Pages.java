package gavlin.standin;

import java.util.Map;

/** The pages of the site, as a visitor sees them. */
final class Pages {
    private static final String HEAD = """
            <!doctype html>
            <html lang="en">
            <meta charset="utf-8">
            <meta name="viewport" content="width=device-width">
            <title>%s</title>
            <link rel="stylesheet" href="/site.css">
            """;

    static final String CSS = """
            body { margin: 0; font: 17px/1.5 Georgia, serif; color: #17313a; background: #fff; }
            .menu { height: 56px; background: #17313a; color: #fff; display: flex; align-items: center; gap: 24px; padding: 0 24px; box-sizing: border-box; }
            .menu img { height: 32px; width: 133px; object-fit: contain; background: #dfe8e6; }
            .over { position: absolute; left: 0; right: 0; top: 0; z-index: 1; }
            .banner { position: relative; } .banner > img { display: block; width: 100%; height: 320px; object-fit: cover; }
            .banner h1 { position: absolute; left: 48px; bottom: 24px; margin: 0; color: #fff; font-size: 40px; }
            main { padding: 24px; max-width: 1120px; margin: 0 auto; } main img { max-width: 100%; height: auto; display: block; margin: 0 0 24px; }
            .round { border-radius: 50%; display: inline-block !important; margin-right: 12px !important; }
            .framed { width: 260px; height: 278px; object-fit: cover; border: 16px solid #d8cfbd; }
            footer { background: #17313a; padding: 24px; } footer img { width: 250px; }
            table { border-collapse: collapse; } td, th { padding: 4px 10px; border-bottom: 1px solid #ccc; text-align: left; } input { width: 6em; }
            @media (max-width: 500px) { .banner > img { height: 240px; } .banner h1 { font-size: 26px; left: 24px; } }
            """;

    private Pages() {}

    static String index(Trouble trouble) {
        StringBuilder rows = new StringBuilder();
        for (Map.Entry<String, Integer> kind : trouble.all().entrySet()) {
            rows.append(
                    "<tr><th><label for=\"%1$s\">%1$s</label></th><td><input id=\"%1$s\" name=\"%1$s\" value=\"%2$d\" inputmode=\"numeric\"></td><td>%3$s</td></tr>\n"
                            .formatted(kind.getKey(), kind.getValue(), Trouble.KINDS.get(kind.getKey())));
        }
        return HEAD.formatted("Stand-in site") + """
                <main><h1>The stand-in site</h1>
                <p>This is a website that is none: a place to send pictures to and look at them, so that dispatches can be tried without touching a real
                site. Its pages: <a href="/breakwater/">Breakwater</a>, <a href="/spindrift/">Spindrift</a>. How to send to it:
                <a href="/openapi.yaml">openapi.yaml</a>.</p>
                <h2>Trouble</h2>
                <form method="post" action="/trouble"><table>
                """ + rows + """
                </table><p><button>Make it so</button></p></form></main>
                """;
    }

    private static String picture(String slot, String attributes) {
        return "<img src=\"/pictures/" + slot + "\" alt=\"\" " + attributes + ">";
    }

    static String breakwater(boolean headerOver) {
        return HEAD.formatted("Breakwater")
                + "<header class=\"banner\"><div class=\"menu" + (headerOver ? " over" : "") + "\">"
                + picture("header-mark", "") + "<span>Lights</span><span>Log book</span><span>Visit</span></div>"
                + picture("masthead", "id=\"masthead\"") + "<h1>Five lights, one coast</h1></header>\n<main>\n"
                + picture("slide-lamp-room", "") + "<h2>The keepers</h2>\n<p>"
                + picture("keeper", "class=\"round\" width=\"150\" height=\"150\"")
                + picture("keeper", "class=\"round\" width=\"64\" height=\"64\"")
                + picture("keeper", "class=\"round\" width=\"32\" height=\"32\"") + "</p>\n"
                + picture("framed-photo", "class=\"framed\"") + "<p>"
                + "The lamp is lit at dusk, winter and summer. ".repeat(8)
                + "</p>\n" + picture("wide-view", "") + picture("section-header", "") + "</main>\n<footer>"
                + picture("footer-mark", "") + "</footer>\n";
    }

    static String spindrift() {
        return HEAD.formatted("Spindrift") + "<header class=\"banner\">" + picture("front", "") + "</header>\n<main>\n"
                + picture("sign", "width=\"300\" height=\"100\"") + picture("story", "") + "<p>"
                + "We mend toasters, bicycles and trousers. ".repeat(6) + "</p>\n<p>"
                + picture("face", "class=\"round\" width=\"128\" height=\"128\"")
                + picture("face", "class=\"round\" width=\"48\" height=\"48\"") + "</p></main>\n";
    }

    /** What a theme shows in a slot that nobody has given a picture. */
    static String ownOf(Slot slot) {
        return """
                <svg xmlns="http://www.w3.org/2000/svg" width="%1$d" height="%2$d" viewBox="0 0 %1$d %2$d"><rect width="100%%" height="100%%" fill="#c9c2b4"/><path d="M0 0L%1$d %2$dM0 %2$dL%1$d 0" stroke="#b3ab9b"/></svg>
                """.formatted(slot.width(), slot.height());
    }
}
