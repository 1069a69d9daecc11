-- What must be seen of a picture: its focal point, and its keep areas as JSON in fractions of the upright picture. They serve every slot.
-- "found" are suggestions that Gavlin looked for, as JSON; null until somebody asked.
ALTER TABLE picture
  ADD COLUMN focal_x DOUBLE NULL,
  ADD COLUMN focal_y DOUBLE NULL,
  ADD COLUMN keep_areas TEXT NOT NULL DEFAULT '[]',
  ADD COLUMN regions_revision INT NOT NULL DEFAULT 0,
  ADD COLUMN found TEXT NULL;

-- What a person changed of a fit beside its window, as JSON; null for nothing. A name is given to a revision worth finding again.
ALTER TABLE fit_revision
  ADD COLUMN setting TEXT NULL,
  ADD COLUMN name VARCHAR(80) NULL;
