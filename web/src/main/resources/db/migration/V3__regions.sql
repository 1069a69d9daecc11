-- What a picture's file names in it, as JSON: faces and focus, in fractions of the upright picture.
ALTER TABLE picture ADD COLUMN suggestions TEXT NOT NULL DEFAULT '[]';
