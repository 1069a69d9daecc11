/** Slot sheets made and changed by people and programs. */
package gavlin.web.sheet;
