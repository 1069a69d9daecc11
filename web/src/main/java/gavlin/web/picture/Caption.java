package gavlin.web.picture;

import gavlin.core.Require;
import gavlin.core.codec.Embedded;
import gavlin.core.gauge.Credit;
import java.io.Serializable;

/**
 * What people say of a picture. Serializable, for what was typed and refused waits in the session for the next page.
 *
 * @param description what it shows, for those who can't see it
 * @param credit the line that must stand beside it, or {@value Credit#NONE_DUE}
 */
public record Caption(String title, String description, String credit, String licence) implements Serializable {
    /** Trims, and checks lengths: title 200, description 2000, credit 300, licence 200 characters. */
    public Caption {
        title = Require.text("title", title, 200);
        description = Require.text("description", description, 2000);
        credit = Require.text("credit", credit, 300);
        licence = Require.text("licence", licence, 200);
    }

    public static final Caption NONE = new Caption("", "", "", "");

    /** These words, and the file's own where they say nothing. */
    Caption orThoseOf(Embedded file) {
        return new Caption(
                or(title, file.title(), 200),
                or(description, file.description(), 2000),
                or(credit, file.creditLine(), 300),
                or(licence, file.licence(), 200));
    }

    /** These words, and a credit and a licence where they have neither. */
    public Caption orElseSaying(String otherCredit, String otherLicence) {
        return new Caption(
                title,
                description,
                credit.isEmpty() && licence.isEmpty() ? otherCredit : credit,
                licence.isEmpty() ? otherLicence : licence);
    }

    /** The credit line, {@value Credit#NONE_DUE} by choice or by licence, or nothing while nobody said. */
    public String creditSaid() {
        return Credit.said(credit, licence);
    }

    /** What is written into files and beside the picture. */
    public String creditPrinted() {
        return Credit.printed(credit);
    }

    private static String or(String said, String embedded, int longest) {
        return !said.isEmpty() ? said : Embedded.line(embedded, longest);
    }
}
