/** What leaves Gavlin for the site: the finished files, under their names and with the words that go along. */
package gavlin.web.dispatch;
