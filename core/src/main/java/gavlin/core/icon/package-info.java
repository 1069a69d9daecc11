/** All the icons that browsers and phones ask of a site, out of one mark. */
package gavlin.core.icon;
