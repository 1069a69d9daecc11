/** Everything, or one site, in one archive of open formats, and back from it: see docs/operation.md and the schema beside it. */
package gavlin.web.backup;
