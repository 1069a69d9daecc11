package gavlin.core.gauge;

import gavlin.core.Slug;
import gavlin.core.codec.PictureType;
import gavlin.core.fit.NamePattern;
import java.time.LocalDate;

/** Whether the file's name says what is on it. */
final class NameGauge implements Gauge {
    @Override
    public String id() {
        return "name";
    }

    @Override
    public String name() {
        return "file name";
    }

    @Override
    public Reading read(Subject subject) {
        PictureType type = subject.measured() != null
                ? subject.measured().type()
                : subject.plan().types().stream().findFirst().orElse(null);
        if (type == null) {
            return Reading.inWords(this, null, Verdict.UNMEASURED, "There is no file to name yet.");
        }
        String title = subject.picture().title();
        String name = NamePattern.USUAL.name(new NamePattern.File(
                "", subject.slot().id(), title, subject.plan().size(), 1, LocalDate.EPOCH, type));
        return Slug.of(title).isEmpty()
                ? Reading.inWords(
                                this,
                                name,
                                Verdict.LOOK,
                                "The name does not say what is on the picture: give it a title.")
                        .with(Remedy.words("Give it a title"))
                : Reading.inWords(this, name, Verdict.FITS, "The name says slot, picture and size.");
    }
}
