package gavlin.core.page;

import gavlin.core.brief.SheetEdits;
import java.util.List;
import tools.jackson.databind.node.ObjectNode;

/**
 * A slot that a saved page seems to have, for a person to accept or leave.
 *
 * @param slot as a member of a slot sheet's {@code slots}; its showings name no page yet, and say where they stand on it as {@value SheetEdits#AT}
 * @param where the way to it in the page, such as {@code header.site > img.logo}
 * @param places how many places of the page look like it
 * @param reasons what was read of it, one clause each
 */
public record SlotProposal(ObjectNode slot, String where, int places, List<String> reasons) {
    /** The member of a showing that says where it stands on its page; no member of a slot sheet. */
    public static final String AT = SheetEdits.AT;
}
