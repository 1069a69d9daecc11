package gavlin.web.picture;

import gavlin.core.Require;

/**
 * What people say of a picture.
 *
 * @param description what it shows, for those who can't see it
 * @param credit the line that must stand beside it
 */
public record Words(String title, String description, String credit, String licence) {
    /** Trims, and checks lengths: title 200, description 2000, credit 300, licence 200 characters. */
    public Words {
        title = Require.text("title", title, 200);
        description = Require.text("description", description, 2000);
        credit = Require.text("credit", credit, 300);
        licence = Require.text("licence", licence, 200);
    }
}
