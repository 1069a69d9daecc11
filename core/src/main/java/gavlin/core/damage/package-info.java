/** What compression did to a picture, as people see it: several numbers of which the worst counts, and where it is. */
package gavlin.core.damage;
