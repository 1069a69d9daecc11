package gavlin.core.weight;

import gavlin.core.codec.OwnFile;
import gavlin.core.damage.Damage;
import gavlin.core.damage.Original;
import gavlin.core.raster.Pixels;

/** A file and what made it. It is decoded and measured when somebody asks. */
final class Trial {
    private final Encoding encoding;
    private final byte[] file;
    /** Two who ask at once measure it twice: a lock around what works in parallel might never be given back. */
    private volatile Damage damage;

    Trial(Encoding encoding, byte[] file) {
        this.encoding = encoding;
        this.file = file;
    }

    Encoding encoding() {
        return encoding;
    }

    byte[] file() {
        return file;
    }

    int bytes() {
        return file.length;
    }

    Damage damage(Original original) {
        if (damage == null) {
            boolean exact = encoding.way() == Encoding.Way.LOSSLESS;
            damage = exact ? Damage.NONE : original.damage(decoded());
        }
        return damage;
    }

    private Pixels decoded() {
        return OwnFile.pixels(file);
    }

    /** As it is told, with what was measured on it so far. */
    Candidate candidate() {
        return Candidate.of(encoding, file.length, damage);
    }
}
