package gavlin.web.site;

/** A site is being removed for good: whoever keeps something of it lets go of it now, in the same transaction. */
public record SiteGoes(String id) {}
