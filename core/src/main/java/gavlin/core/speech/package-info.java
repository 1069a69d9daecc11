/** What people are told about values: names of fields in words, faults of JSON documents, lists. No rule is decided here. */
package gavlin.core.speech;
