/** What every page of a site shows beside its own: the rail, the slots with their states, whom a change reaches, and the words for numbers. */
package gavlin.web.board;
