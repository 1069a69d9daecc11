/** A site as it is: the files that it holds now are brought in, put into their slots, and judged. */
package gavlin.web.audit;
