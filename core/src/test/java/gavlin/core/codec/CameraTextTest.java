package gavlin.core.codec;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Texts that devices and programs write by themselves: common practice, no source. */
class CameraTextTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "SOMEONE DIGITAL CAMERA",
                "Maker DSC",
                "Created with a program",
                "Exif_JPEG_PICTURE",
                "untitled",
                "Screenshot 12",
                "IMG_2041",
                "DSC00017",
                "DSCN0017",
                "20261126_101502",
                "2026-11-26 10.15.02",
                "PXL_20260801_101502123",
                "harbour.jpg",
                "DCIM\\100MEDIA\\0007.JPG"
            })
    void whatADeviceWrites_saysNothing(String text) {
        assertTrue(CameraText.isDefault(text));
        assertEquals("", CameraText.said(text));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"Kelso at dusk", "Camera club, 1911", "P. Merrow at the lens", "Image of a tower", "7 boats"})
    void whatAPersonWrote_isKept(String text) {
        assertFalse(CameraText.isDefault(text));
    }
}
