-- A file that a person chose out of those that the search tried; null where Gavlin chooses.
ALTER TABLE fit_revision ADD COLUMN encoding VARCHAR(40) NULL;
