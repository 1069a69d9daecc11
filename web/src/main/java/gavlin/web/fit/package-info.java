/** Fits: the decision of each place, its revisions, how it is judged, and the files that are made of it. */
package gavlin.web.fit;
