package gavlin.core.codec;

import javax.imageio.stream.ImageInputStreamImpl;

/** Bytes in memory as ImageIO wants to read them, without the copy that its own stream classes make. */
final class ByteArrayImageInput extends ImageInputStreamImpl {
    private final byte[] bytes;

    ByteArrayImageInput(byte[] bytes) {
        this.bytes = bytes;
    }

    @Override
    public long length() {
        return bytes.length;
    }

    @Override
    public int read() {
        bitOffset = 0;
        return streamPos < bytes.length ? bytes[(int) streamPos++] & 0xff : -1;
    }

    @Override
    public int read(byte[] into, int at, int count) {
        bitOffset = 0;
        int available = (int) Math.min(count, bytes.length - streamPos);
        if (available <= 0) {
            return count == 0 ? 0 : -1;
        }
        System.arraycopy(bytes, (int) streamPos, into, at, available);
        streamPos += available;
        return available;
    }
}
