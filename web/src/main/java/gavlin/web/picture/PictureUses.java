package gavlin.web.picture;

import gavlin.web.site.OpenSite;
import java.util.List;

/** Where pictures are used: pictures don't know of slots, so whoever does tells them. */
public interface PictureUses {
    /**
     * A place that shows a picture now.
     *
     * @param section empty for the whole site
     */
    record Use(String slot, String name, String section, int member) {
        /** As people say it. */
        public String label() {
            return name + (section.isEmpty() ? "" : " in " + section);
        }
    }

    List<Use> of(OpenSite site, long picture);

    /** Takes a picture out of every place that shows it. */
    void takeOut(OpenSite site, long picture);

    /** Puts it back where it was taken out of last, as far as nothing else stands there now. */
    void putBack(OpenSite site, long picture);

    /** Asks again wherever it was accepted: it is another picture in shape now. */
    void reconsider(OpenSite site, long picture);

    /** Forgets every decision that was made of it, for good. */
    void forget(long picture);
}
