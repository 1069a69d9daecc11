/** Moves of a site to another theme: proposed, corrected, accepted, undone whole. */
package gavlin.web.move;
