ALTER TABLE fit_revision
  MODIFY document MEDIUMTEXT NOT NULL,
  DROP COLUMN focal_x,
  DROP COLUMN focal_y,
  DROP COLUMN zoom,
  DROP COLUMN rule,
  DROP COLUMN backing,
  DROP COLUMN type,
  DROP COLUMN encoding,
  DROP COLUMN setting;

-- The key says by which programs a file was read; when a file is needed by no decision any more, it goes.
ALTER TABLE rendition ADD KEY rendition_made (made_at);
