/** The brief of one slot: where it is seen, what was stated and where, whom a change concerns. */
package gavlin.web.brief;
