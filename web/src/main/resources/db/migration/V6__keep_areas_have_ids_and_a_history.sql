-- Keep areas are called keep areas, have ids that are never used again, and a history: what was taken away can be brought back.
ALTER TABLE picture
  CHANGE COLUMN regions_revision keep_areas_revision INT NOT NULL DEFAULT 0,
  ADD COLUMN keep_areas_made INT NOT NULL DEFAULT 0,
  ADD COLUMN words_revision INT NOT NULL DEFAULT 0;
CREATE TABLE keep_areas_revision (
  id             BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  picture_number BIGINT       NOT NULL,
  revision       INT          NOT NULL,
  focal_x        DOUBLE       NULL,
  focal_y        DOUBLE       NULL,
  keep_areas     TEXT         NOT NULL,
  says           VARCHAR(500) NOT NULL,
  made_by        VARCHAR(64)  NOT NULL,
  made_at        DATETIME(3)  NOT NULL,
  UNIQUE KEY keep_areas_revision_once (picture_number, revision),
  FOREIGN KEY (picture_number) REFERENCES picture (number)
);

-- A fit is one document, see fit-1.json; the next migration fills it from the columns of before.
ALTER TABLE fit_revision ADD COLUMN document MEDIUMTEXT NULL;

-- Accepted is what a person saw: when the fit's verdict becomes worse than it was then, they are asked again. What was accepted before
-- may have been looked at.
ALTER TABLE fit_head
  ADD COLUMN accepted_verdict VARCHAR(16) NULL,
  ADD COLUMN taken_out_revision INT NOT NULL DEFAULT 0;
UPDATE fit_head SET accepted_verdict = 'LOOK' WHERE accepted_revision > 0;
UPDATE fit_head SET taken_out_revision = newest_revision WHERE current_revision = 0;
