package gavlin.core.brief;

import gavlin.core.codec.PictureType;
import gavlin.core.geometry.Ratio;
import gavlin.core.geometry.Size;
import gavlin.core.speech.Said;
import java.util.ArrayList;
import java.util.List;

/** What a file that a site holds already has against it, measured by what its slot asks; nothing of it is decided here. */
public final class FileCheck {
    /** Proportions that differ by less show no strip of a pixel more or less on a screen. */
    private static final double SAME_PROPORTION = 0.005;

    private FileCheck() {}

    /** Plain sentences; none for a file in which nothing is wrong. @param density of the file */
    public static List<String> of(
            Brief brief, int density, Size size, PictureType type, boolean transparent, long bytes) {
        List<String> wrong = new ArrayList<>();
        size(brief, density, size, wrong);
        if (!brief.types().contains(type)) {
            wrong.add("It is a " + type.label() + "; the slot takes "
                    + Said.either(brief.types().stream().map(PictureType::label).toList()) + ".");
        }
        if (brief.transparency() == Brief.Transparency.REQUIRED && !transparent) {
            wrong.add("Nothing in it is transparent: it stands in a box of its own colour.");
        }
        if (brief.transparency() == Brief.Transparency.FORBIDDEN && transparent) {
            wrong.add("Parts of it are transparent, which the slot does not take.");
        }
        if (bytes > brief.maxBytes(density)) {
            wrong.add("It weighs %.1f %s; the limit is %s."
                    .formatted(
                            brief.weight().inUnit(bytes),
                            brief.weight().unit(),
                            brief.weight().label()));
        }
        return wrong;
    }

    private static void size(Brief brief, int density, Size size, List<String> wrong) {
        if (brief.size() != null && !size.equals(brief.size().times(density))) {
            wrong.add("It is " + size.label() + " px; the slot asks "
                    + brief.size().times(density).label() + ": the site "
                    + (isLike(size, brief.size().proportion()) ? "scales" : "crops or squashes") + " it.");
        }
        if (brief.size() == null && !isLike(size, brief.ratio().proportion())) {
            Ratio asked = brief.ratio();
            wrong.add("It is " + size.label() + " px; the slot asks " + asked + ": the site crops or squashes it.");
        }
    }

    private static boolean isLike(Size size, double proportion) {
        return Math.abs(size.proportion() / proportion - 1) < SAME_PROPORTION;
    }
}
