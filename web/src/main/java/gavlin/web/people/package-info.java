/** The people of an installation: their accounts, their roles on its sites, and what each keeps of the own account. */
package gavlin.web.people;
