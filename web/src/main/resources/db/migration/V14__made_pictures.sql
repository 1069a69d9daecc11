-- The document of a picture that is made, as JSON; null for one that was uploaded.
ALTER TABLE picture ADD COLUMN made LONGTEXT NULL;
