/** What a slot asks: slot sheets, read and checked, and the slots, showings and page plans they describe. */
package gavlin.core.brief;
