/** A mark as a site's icon: every size that browsers and phones ask for, seen in place, in one ZIP. */
package gavlin.web.icon;
