/** Migrations of stored data that SQL alone can't make. One that landed is never changed, and uses no class that may. */
package gavlin.web.upgrade;
