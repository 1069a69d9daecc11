/** What an operation is: a step between a picture and its file that validates itself and says what others need to know of it. */
package gavlin.core.operation;
