package gavlin.core.codec;

import com.adobe.internal.xmp.XMPException;
import com.adobe.internal.xmp.XMPMeta;
import com.adobe.internal.xmp.XMPMetaFactory;
import com.adobe.internal.xmp.options.PropertyOptions;
import com.adobe.internal.xmp.options.SerializeOptions;
import gavlin.core.BadInput;
import gavlin.core.geometry.Box;
import gavlin.core.geometry.FocalPoint;
import gavlin.core.geometry.Size;
import gavlin.core.geometry.Space.InPicture;
import gavlin.core.geometry.Space.OfPicture;
import gavlin.core.raster.Orientation;
import java.io.ByteArrayOutputStream;
import java.util.List;
import java.util.Locale;

/**
 * What must be seen of a picture, written into a copy of its file as XMP: the areas as IPTC image regions (IPTC Photo Metadata
 * 2019.1), the focal point as a region of the Metadata Working Group of type Focus (MWG 2.0, §5.9). The file's other properties
 * and its pixels stay as they are, byte for byte; regions that it had of these two kinds give way, for they were offered when the
 * picture was taken in.
 */
public final class RegionCopy {
    /** Corners of a polygon that stands for an ellipse: IPTC knows circles only. Off by less than 0.4 % of its axes. */
    private static final int CORNERS = 36;

    static {
        XmpRegions.register();
    }

    private RegionCopy() {}

    /** @param area fractions of the upright picture */
    public record Outline(String name, boolean round, Box<OfPicture> area) {}

    /**
     * @param original a whole file
     * @return a copy of it with these regions
     * @throws BadInput when the type can't hold them, or its own properties leave no room
     */
    public static byte[] of(byte[] original, Header header, List<Outline> areas, FocalPoint<InPicture> focal) {
        if (!header.type().canHoldRegions()) {
            throw new BadInput(
                    "type", header.type().label() + " can't hold regions; take the XMP file beside it instead");
        }
        XmpHolder holder = XmpHolder.of(new Bytes(original), header);
        return holder.with(packet(parsed(holder.packet()), header, areas, focal));
    }

    /** The same as a file of its own, to lie beside the picture: the same name, ending in .xmp. */
    public static byte[] sidecar(Header header, List<Outline> areas, FocalPoint<InPicture> focal) {
        return packet(XMPMetaFactory.create(), header, areas, focal);
    }

    /** Broken properties are not kept: no program could read them. */
    private static XMPMeta parsed(byte[] packet) {
        try {
            return packet == null ? XMPMetaFactory.create() : XMPMetaFactory.parseFromBuffer(packet);
        } catch (XMPException | RuntimeException e) {
            return XMPMetaFactory.create();
        }
    }

    private static byte[] packet(XMPMeta xmp, Header header, List<Outline> areas, FocalPoint<InPicture> focal) {
        try {
            new Writing(xmp, header.stored(), header.orientation()).write(areas, focal);
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            XMPMetaFactory.serialize(
                    xmp, out, new SerializeOptions().setUseCompactFormat(true).setPadding(0));
            return out.toByteArray();
        } catch (XMPException e) {
            throw new IllegalStateException("these regions can't be written", e);
        }
    }

    /** In fractions of the picture as stored, whichever way it is shown. */
    private record Writing(XMPMeta xmp, Size stored, Orientation orientation) {
        void write(List<Outline> areas, FocalPoint<InPicture> focal) throws XMPException {
            xmp.deleteProperty(XmpRegions.IPTC, "ImageRegion");
            xmp.deleteProperty(XmpRegions.MWG, "Regions");
            for (int i = 0; i < areas.size(); i++) {
                xmp.appendArrayItem(
                        XmpRegions.IPTC,
                        "ImageRegion",
                        new PropertyOptions().setArray(true),
                        null,
                        new PropertyOptions().setStruct(true));
                write(areas.get(i), "ImageRegion[" + (i + 1) + "]/Iptc4xmpExt:");
            }
            if (focal != null) {
                write(orientation.inverse().upright(new Box<>(focal.x(), focal.y(), 0, 0)));
            }
        }

        private void write(Outline outline, String path) throws XMPException {
            xmp.setLocalizedText(XmpRegions.IPTC, path + "Name", null, "x-default", outline.name());
            Box<OfPicture> at = orientation.inverse().upright(outline.area());
            String boundary = path + "RegionBoundary/Iptc4xmpExt:";
            set(boundary + "rbUnit", "relative");
            double across = at.width() * stored.width();
            double down = at.height() * stored.height();
            if (!outline.round()) {
                set(boundary + "rbShape", "rectangle");
                set(boundary + "rbX", at.x());
                set(boundary + "rbY", at.y());
                set(boundary + "rbW", at.width());
                set(boundary + "rbH", at.height());
            } else if (Math.abs(across - down) < 1) {
                set(boundary + "rbShape", "circle");
                set(boundary + "rbX", at.x() + at.width() / 2);
                set(boundary + "rbY", at.y() + at.height() / 2);
                set(boundary + "rbRx", at.width() / 2);
            } else {
                set(boundary + "rbShape", "polygon");
                for (int i = 0; i < CORNERS; i++) {
                    double angle = 2 * Math.PI * i / CORNERS;
                    xmp.appendArrayItem(
                            XmpRegions.IPTC,
                            boundary + "rbVertices",
                            new PropertyOptions().setArrayOrdered(true),
                            null,
                            new PropertyOptions().setStruct(true));
                    String vertex = boundary + "rbVertices[" + (i + 1) + "]/Iptc4xmpExt:";
                    set(vertex + "rbX", at.x() + at.width() / 2 * (1 + Math.cos(angle)));
                    set(vertex + "rbY", at.y() + at.height() / 2 * (1 + Math.sin(angle)));
                }
            }
        }

        /** A point, as MWG has it. */
        private void write(Box<OfPicture> point) throws XMPException {
            String regions = "Regions/mwg-rs:";
            xmp.setProperty(XmpRegions.MWG, regions + "AppliedToDimensions/stDim:w", Integer.toString(stored.width()));
            xmp.setProperty(XmpRegions.MWG, regions + "AppliedToDimensions/stDim:h", Integer.toString(stored.height()));
            xmp.setProperty(XmpRegions.MWG, regions + "AppliedToDimensions/stDim:unit", "pixel");
            xmp.appendArrayItem(
                    XmpRegions.MWG,
                    regions + "RegionList",
                    new PropertyOptions().setArray(true),
                    null,
                    new PropertyOptions().setStruct(true));
            String region = regions + "RegionList[1]/mwg-rs:";
            xmp.setProperty(XmpRegions.MWG, region + "Type", "Focus");
            xmp.setProperty(XmpRegions.MWG, region + "Area/stArea:x", fraction(point.x()));
            xmp.setProperty(XmpRegions.MWG, region + "Area/stArea:y", fraction(point.y()));
            xmp.setProperty(XmpRegions.MWG, region + "Area/stArea:unit", "normalized");
        }

        private void set(String path, double fraction) throws XMPException {
            set(path, fraction(fraction));
        }

        private void set(String path, String value) throws XMPException {
            xmp.setProperty(XmpRegions.IPTC, path, value);
        }

        private static String fraction(double value) {
            return String.format(Locale.ROOT, "%.6f", value);
        }
    }
}
