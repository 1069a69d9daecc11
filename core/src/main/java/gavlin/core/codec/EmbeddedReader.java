package gavlin.core.codec;

import com.adobe.internal.xmp.XMPException;
import com.adobe.internal.xmp.XMPMeta;
import com.drew.metadata.Directory;
import com.drew.metadata.exif.ExifIFD0Directory;
import com.drew.metadata.exif.ExifSubIFDDirectory;
import com.drew.metadata.exif.GpsDirectory;
import com.drew.metadata.iptc.IptcDirectory;
import com.drew.metadata.xmp.XmpDirectory;
import gavlin.core.geometry.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Reads what a file says of its picture: XMP (ISO 16684-1) with Dublin Core, then IPTC-IIM, then EXIF (CIPA DC-008), the first
 * that says something counting. Broken metadata says nothing and makes no picture unusable.
 */
final class EmbeddedReader {
    private static final String DC = "http://purl.org/dc/elements/1.1/";
    private static final String PHOTOSHOP = "http://ns.adobe.com/photoshop/1.0/";
    private static final String RIGHTS = "http://ns.adobe.com/xap/1.0/rights/";
    private static final String CREATIVE_COMMONS = "http://creativecommons.org/ns#";
    private static final String CAMERA = "http://ns.adobe.com/exif/1.0/aux/";
    private static final int LONGEST = 1000;

    private final com.drew.metadata.Metadata all;
    private final List<XMPMeta> xmp;

    private EmbeddedReader(com.drew.metadata.Metadata all) {
        this.all = all;
        this.xmp = all.getDirectoriesOfType(XmpDirectory.class).stream()
                .map(XmpDirectory::getXMPMeta)
                .filter(Objects::nonNull)
                .toList();
    }

    /** @param header of the same file */
    static Embedded read(Bytes file, Header header) {
        com.drew.metadata.Metadata all = Metadata.read(file);
        return all == null ? Embedded.NOTHING : new EmbeddedReader(all).embedded(header);
    }

    private Embedded embedded(Header header) {
        Size stored = header.stored();
        List<Region> regions = new ArrayList<>();
        // AVIF and HEIC turn the picture by a property of their own, and EXIF may say so again or not: no telling what
        // their regions mean.
        if (header.type() != PictureType.AVIF && header.type() != PictureType.HEIC) {
            xmp.forEach(meta -> regions.addAll(new XmpRegions(meta, stored, header.orientation()).all()));
            subjectArea(header).ifPresent(regions::add);
        }
        return new Embedded(
                first(
                        CameraText.said(localised(DC, "title")),
                        CameraText.said(iptc(IptcDirectory.TAG_OBJECT_NAME)),
                        CameraText.said(property(PHOTOSHOP, "Headline")),
                        CameraText.said(iptc(IptcDirectory.TAG_HEADLINE))),
                first(
                        CameraText.said(localised(DC, "description")),
                        CameraText.said(iptc(IptcDirectory.TAG_CAPTION)),
                        CameraText.said(exif(ExifIFD0Directory.TAG_IMAGE_DESCRIPTION))),
                first(firstItem(DC, "creator"), iptc(IptcDirectory.TAG_BY_LINE), exif(ExifIFD0Directory.TAG_ARTIST)),
                first(property(PHOTOSHOP, "Credit"), iptc(IptcDirectory.TAG_CREDIT)),
                first(
                        localised(DC, "rights"),
                        iptc(IptcDirectory.TAG_COPYRIGHT_NOTICE),
                        exif(ExifIFD0Directory.TAG_COPYRIGHT)),
                first(
                        property(CREATIVE_COMMONS, "license"),
                        property(RIGHTS, "WebStatement"),
                        localised(RIGHTS, "UsageTerms")),
                regions.stream().limit(Embedded.MOST_REGIONS).toList(),
                secrets());
    }

    private List<String> secrets() {
        List<String> secrets = new ArrayList<>();
        boolean place = all.getDirectoriesOfType(GpsDirectory.class).stream()
                .anyMatch(gps -> gps.getGeoLocation() != null || gps.containsTag(GpsDirectory.TAG_LATITUDE));
        if (place) {
            secrets.add("where it was taken");
        }
        boolean serial = all.getDirectoriesOfType(ExifSubIFDDirectory.class).stream()
                        .anyMatch(exif -> exif.containsTag(ExifSubIFDDirectory.TAG_BODY_SERIAL_NUMBER)
                                || exif.containsTag(ExifSubIFDDirectory.TAG_LENS_SERIAL_NUMBER))
                || !property(CAMERA, "SerialNumber").isEmpty();
        if (serial) {
            secrets.add("the camera's serial number");
        }
        if (all.getDirectoriesOfType(ExifSubIFDDirectory.class).stream()
                .anyMatch(exif -> exif.containsTag(ExifSubIFDDirectory.TAG_CAMERA_OWNER_NAME))) {
            secrets.add("the camera owner's name");
        }
        return List.copyOf(secrets);
    }

    /** EXIF SubjectArea, §4.6.6: a point, a circle or a rectangle by its centre, px of the stored picture. */
    private Optional<Region> subjectArea(Header header) {
        int[] values = all.getDirectoriesOfType(ExifSubIFDDirectory.class).stream()
                .map(exif -> exif.getIntArray(ExifSubIFDDirectory.TAG_SUBJECT_LOCATION_TIFF_EP))
                .filter(v -> v != null && v.length >= 2 && v.length <= 4)
                .findFirst()
                .orElse(null);
        if (values == null) {
            return Optional.empty();
        }
        double width = values.length == 2 ? 0 : values[2];
        double height = values.length == 4 ? values[3] : width;
        return XmpRegions.region(
                "",
                Region.Kind.FOCUS,
                values[0] - width / 2,
                values[1] - height / 2,
                width,
                height,
                header.stored(),
                header.orientation(),
                "camera's subject area");
    }

    private String first(String... texts) {
        return Stream.of(texts).filter(text -> !text.isEmpty()).findFirst().orElse("");
    }

    private String property(String namespace, String name) {
        return fromXmp(meta -> meta.getPropertyString(namespace, name));
    }

    private String localised(String namespace, String name) {
        return fromXmp(meta -> meta.getLocalizedText(namespace, name, null, "x-default") == null
                ? null
                : meta.getLocalizedText(namespace, name, null, "x-default").getValue());
    }

    private String firstItem(String namespace, String name) {
        return fromXmp(meta -> meta.countArrayItems(namespace, name) == 0
                ? null
                : meta.getArrayItem(namespace, name, 1).getValue());
    }

    private interface Question {
        String ask(XMPMeta meta) throws XMPException;
    }

    private String fromXmp(Question question) {
        for (XMPMeta meta : xmp) {
            try {
                String answer = Embedded.line(question.ask(meta), LONGEST);
                if (!answer.isEmpty()) {
                    return answer;
                }
            } catch (XMPException | RuntimeException e) {
                // This packet does not say, or says it in a broken way.
            }
        }
        return "";
    }

    private String iptc(int tag) {
        return text(IptcDirectory.class, tag);
    }

    private String exif(int tag) {
        return text(ExifIFD0Directory.class, tag);
    }

    private <D extends Directory> String text(Class<D> kind, int tag) {
        return all.getDirectoriesOfType(kind).stream()
                .map(directory -> Embedded.line(directory.getString(tag), LONGEST))
                .filter(text -> !text.isEmpty())
                .findFirst()
                .orElse("");
    }
}
