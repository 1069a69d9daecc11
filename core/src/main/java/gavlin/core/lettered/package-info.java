/** Simple marks of a symbol and a name, made where there is none. */
package gavlin.core.lettered;
