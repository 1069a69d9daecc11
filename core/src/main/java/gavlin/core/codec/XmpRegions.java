package gavlin.core.codec;

import com.adobe.internal.xmp.XMPException;
import com.adobe.internal.xmp.XMPMeta;
import com.adobe.internal.xmp.XMPMetaFactory;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.OfPicture;
import gavlin.core.raster.Orientation;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * Regions in XMP: those of the Metadata Working Group (MWG 2.0, §5.9: centre and size, as fractions) and IPTC's image
 * regions (IPTC Photo Metadata 2019.1: top left for rectangles, centre for circles, corners for polygons; fractions or px).
 * Section numbers from memory.
 *
 * <p>Both mean the picture as stored. Some programs write what they displayed instead: where the MWG dimensions are those of
 * the turned picture, they are believed.
 */
final class XmpRegions {
    static final String MWG = "http://www.metadataworkinggroup.com/schemas/regions/";
    private static final String AREA = "http://ns.adobe.com/xmp/sType/Area#";
    private static final String DIMENSIONS = "http://ns.adobe.com/xap/1.0/sType/Dimensions#";
    static final String IPTC = "http://iptc.org/std/Iptc4xmpExt/2008-02-29/";

    /** Of a name, which is stored with each region. */
    private static final int LONGEST = 80;

    static {
        register();
    }

    /** Tells the XMP library the namespaces; again is harmless. */
    static void register() {
        try {
            XMPMetaFactory.getSchemaRegistry().registerNamespace(MWG, "mwg-rs");
            XMPMetaFactory.getSchemaRegistry().registerNamespace(AREA, "stArea");
            XMPMetaFactory.getSchemaRegistry().registerNamespace(DIMENSIONS, "stDim");
            XMPMetaFactory.getSchemaRegistry().registerNamespace(IPTC, "Iptc4xmpExt");
        } catch (XMPException e) {
            throw new ExceptionInInitializerError(e);
        }
    }

    private final XMPMeta xmp;
    private final Size stored;
    private final Orientation orientation;

    XmpRegions(XMPMeta xmp, Size stored, Orientation orientation) {
        this.xmp = xmp;
        this.stored = stored;
        this.orientation = orientation;
    }

    List<Region> all() {
        List<Region> regions = new ArrayList<>();
        Size displayed = orientation.upright(stored);
        boolean asDisplayed = !displayed.equals(stored) && saysItsShapeIs(displayed);
        for (int i = 1; i <= count(MWG, "mwg-rs:Regions/mwg-rs:RegionList"); i++) {
            mwg("mwg-rs:Regions/mwg-rs:RegionList[" + i + "]/", asDisplayed).ifPresent(regions::add);
        }
        for (int i = 1; i <= count(IPTC, "Iptc4xmpExt:ImageRegion"); i++) {
            iptc("Iptc4xmpExt:ImageRegion[" + i + "]/").ifPresent(regions::add);
        }
        return regions;
    }

    /** Proportions tell, not numbers: the picture may have been made smaller since. */
    private boolean saysItsShapeIs(Size size) {
        double width = number(MWG, "mwg-rs:Regions/mwg-rs:AppliedToDimensions/stDim:w");
        double height = number(MWG, "mwg-rs:Regions/mwg-rs:AppliedToDimensions/stDim:h");
        return width > 0 && height > 0 && (width > height) == (size.width() > size.height()) && width != height;
    }

    private Optional<Region> mwg(String path, boolean asDisplayed) {
        double x = number(MWG, path + "mwg-rs:Area/stArea:x");
        double y = number(MWG, path + "mwg-rs:Area/stArea:y");
        double diameter = number(MWG, path + "mwg-rs:Area/stArea:d");
        double width = number(MWG, path + "mwg-rs:Area/stArea:w");
        double height = number(MWG, path + "mwg-rs:Area/stArea:h");
        Size size = asDisplayed ? orientation.upright(stored) : stored;
        if (Double.isNaN(width) && diameter > 0) { // a share of the shorter side
            double px = diameter * Math.min(size.width(), size.height());
            width = px / size.width();
            height = px / size.height();
        }
        if (Double.isNaN(width)) {
            width = 0;
            height = 0;
        }
        Region.Kind kind = switch (text(MWG, path + "mwg-rs:Type").toLowerCase(Locale.ROOT)) {
            case "face" -> Region.Kind.FACE;
            case "pet" -> Region.Kind.PET;
            case "focus" -> Region.Kind.FOCUS;
            default -> Region.Kind.AREA;
        };
        return region(
                text(MWG, path + "mwg-rs:Name"),
                kind,
                (x - width / 2) * size.width(),
                (y - height / 2) * size.height(),
                width * size.width(),
                height * size.height(),
                size,
                asDisplayed ? Orientation.UPRIGHT : orientation,
                "MWG region");
    }

    private Optional<Region> iptc(String path) {
        String boundary = path + "Iptc4xmpExt:RegionBoundary/Iptc4xmpExt:";
        boolean px = text(IPTC, boundary + "rbUnit").equals("pixel");
        double across = px ? 1 : stored.width();
        double down = px ? 1 : stored.height();
        double x = number(IPTC, boundary + "rbX") * across;
        double y = number(IPTC, boundary + "rbY") * down;
        double width;
        double height;
        switch (text(IPTC, boundary + "rbShape")) {
            case "rectangle" -> {
                width = number(IPTC, boundary + "rbW") * across;
                height = number(IPTC, boundary + "rbH") * down;
            }
            case "circle" -> {
                double radius = number(IPTC, boundary + "rbRx") * across;
                x -= radius;
                y -= radius;
                width = height = 2 * radius;
            }
            case "polygon" -> {
                return polygon(path, boundary + "rbVertices", across, down);
            }
            default -> {
                return Optional.empty();
            }
        }
        return iptcRegion(path, x, y, width, height);
    }

    private Optional<Region> polygon(String path, String vertices, double across, double down) {
        double left = Double.POSITIVE_INFINITY;
        double top = Double.POSITIVE_INFINITY;
        double right = Double.NEGATIVE_INFINITY;
        double bottom = Double.NEGATIVE_INFINITY;
        for (int i = 1; i <= count(IPTC, vertices); i++) {
            double x = number(IPTC, vertices + "[" + i + "]/Iptc4xmpExt:rbX") * across;
            double y = number(IPTC, vertices + "[" + i + "]/Iptc4xmpExt:rbY") * down;
            left = Math.min(left, x);
            top = Math.min(top, y);
            right = Math.max(right, x);
            bottom = Math.max(bottom, y);
        }
        return iptcRegion(path, left, top, right - left, bottom - top);
    }

    private Optional<Region> iptcRegion(String path, double x, double y, double width, double height) {
        String name = text(IPTC, path + "Iptc4xmpExt:Name[1]");
        return region(name, Region.Kind.AREA, x, y, width, height, stored, orientation, "IPTC image region");
    }

    /** In px of a picture that is yet to be turned; nothing where the numbers make no sense. */
    static Optional<Region> region(
            String name,
            Region.Kind kind,
            double x,
            double y,
            double width,
            double height,
            Size size,
            Orientation orientation,
            String source) {
        boolean sound = Double.isFinite(x) && Double.isFinite(y) && width >= 0 && height >= 0;
        double middleX = x + width / 2;
        double middleY = y + height / 2;
        if (!sound || middleX < 0 || middleY < 0 || middleX > size.width() || middleY > size.height()) {
            return Optional.empty();
        }
        double left = Math.max(0, x);
        double top = Math.max(0, y);
        Box<OfPicture> inside = new Box<>(
                left / size.width(),
                top / size.height(),
                (Math.min(size.width(), x + width) - left) / size.width(),
                (Math.min(size.height(), y + height) - top) / size.height());
        return Optional.of(new Region(name, kind, orientation.upright(inside), source));
    }

    private int count(String namespace, String path) {
        try {
            return Math.min(Embedded.MOST_REGIONS, xmp.countArrayItems(namespace, path));
        } catch (XMPException | RuntimeException e) {
            return 0;
        }
    }

    private String text(String namespace, String path) {
        try {
            return Embedded.line(xmp.getPropertyString(namespace, path), LONGEST);
        } catch (XMPException | RuntimeException e) {
            return "";
        }
    }

    private double number(String namespace, String path) {
        try {
            return Double.parseDouble(text(namespace, path));
        } catch (NumberFormatException e) {
            return Double.NaN;
        }
    }
}
