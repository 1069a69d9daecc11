package gavlin.core.brief;

import gavlin.core.geometry.Size;
import java.util.Collection;
import java.util.Optional;

/** Tells a size that was probably mistyped: one that nearly equals another, such as 268×278 for 260×278. */
public final class TypingSlip {
    /** Differing by less than this share on each side, two sizes are nearly equal. */
    private static final double NEARLY = 0.04;

    private TypingSlip() {}

    /** The known size that was probably meant; empty when this one is known itself, or like none. */
    public static Optional<Size> meant(Size typed, Collection<Size> known) {
        if (known.contains(typed)) {
            return Optional.empty();
        }
        return known.stream()
                .filter(k -> typed.transposed().equals(k)
                        || near(typed.width(), k.width()) && near(typed.height(), k.height()))
                .findFirst();
    }

    /** Equal, nearly equal, or one wrong, missing, doubled or swapped digit away. */
    private static boolean near(int typed, int known) {
        return Math.abs(typed - known) <= NEARLY * known || oneSlip(Integer.toString(typed), Integer.toString(known));
    }

    private static boolean oneSlip(String a, String b) {
        if (Math.abs(a.length() - b.length()) > 1 || Math.max(a.length(), b.length()) < 3) {
            return false;
        }
        int start = 0;
        while (start < Math.min(a.length(), b.length()) && a.charAt(start) == b.charAt(start)) {
            start++;
        }
        String restA = a.substring(start);
        String restB = b.substring(start);
        if (a.length() != b.length()) {
            String longer = restA.length() > restB.length() ? restA : restB;
            return longer.substring(1).equals(restA.length() > restB.length() ? restB : restA);
        }
        boolean oneWrong = restA.isEmpty() || restA.substring(1).equals(restB.substring(1));
        boolean swapped = restA.length() >= 2
                && restA.charAt(0) == restB.charAt(1)
                && restA.charAt(1) == restB.charAt(0)
                && restA.substring(2).equals(restB.substring(2));
        return oneWrong || swapped;
    }
}
