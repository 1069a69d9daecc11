-- How well the words that a theme sets over a file can be read, as JSON; null where that was not measured. A file with words over it has
-- another key from this version on, so that it is made and measured again when it is next looked at.
ALTER TABLE rendition ADD COLUMN words TEXT NULL;
