package gavlin.core.brief;

import gavlin.core.geometry.Size;
import java.util.List;

/**
 * Which of several stated sizes holds, on record.
 *
 * @param over the sizes that were known when it was decided, as labels; another one opens the question again
 * @param date ISO 8601
 */
public record Decision(Size size, List<String> over, String why, String by, String date) {}
