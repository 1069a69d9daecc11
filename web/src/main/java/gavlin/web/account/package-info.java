/** Accounts, and who is signed in. */
package gavlin.web.account;
