-- A site has several slot sheets: the one in use, drafts, and those of former themes. Fits belong to a sheet, so that a move
-- to another theme leaves the old theme's fits as they are.
CREATE TABLE sheet (
  id             BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  site_id        VARCHAR(64) NOT NULL,
  revision       INT         NOT NULL,
  -- JSON: the option chosen for each variant, and the slots for which no section may have its own picture for now
  choices        TEXT        NOT NULL,
  overriding_off TEXT        NOT NULL,
  FOREIGN KEY (site_id) REFERENCES site (id)
);
CREATE TABLE sheet_revision (
  id       BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  sheet_id BIGINT       NOT NULL,
  revision INT          NOT NULL,
  json     MEDIUMTEXT   NOT NULL,
  says     VARCHAR(300) NOT NULL,
  made_by  VARCHAR(64)  NOT NULL,
  made_at  DATETIME(3)  NOT NULL,
  UNIQUE KEY sheet_revision_once (sheet_id, revision),
  FOREIGN KEY (sheet_id) REFERENCES sheet (id)
);
INSERT INTO sheet (site_id, revision, choices, overriding_off) SELECT id, 1, '{}', '[]' FROM site;
INSERT INTO sheet_revision (sheet_id, revision, json, says, made_by, made_at)
  SELECT h.id, 1, s.sheet, 'taken over', '', s.made_at FROM site s JOIN sheet h ON h.site_id = s.id;
ALTER TABLE site ADD COLUMN sheet_id BIGINT NULL;
UPDATE site s JOIN sheet h ON h.site_id = s.id SET s.sheet_id = h.id;
ALTER TABLE site DROP COLUMN sheet, DROP COLUMN sheet_revision;

-- A slot of several pictures has a fit for each member; 0 is the first, or the only one.
ALTER TABLE fit_head DROP FOREIGN KEY fit_head_ibfk_1;
ALTER TABLE fit_head
  ADD COLUMN sheet_id BIGINT NULL AFTER id,
  ADD COLUMN member INT NOT NULL DEFAULT 0 AFTER section,
  ADD COLUMN position INT NOT NULL DEFAULT 0 AFTER member;
UPDATE fit_head f JOIN sheet h ON h.site_id = f.site_id SET f.sheet_id = h.id;
ALTER TABLE fit_head
  DROP INDEX fit_head_slot,
  DROP COLUMN site_id,
  MODIFY sheet_id BIGINT NOT NULL,
  ADD UNIQUE KEY fit_head_slot (sheet_id, slot, section, member),
  ADD FOREIGN KEY (sheet_id) REFERENCES sheet (id);

CREATE TABLE theme_move (
  id         BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  site_id    VARCHAR(64) NOT NULL,
  from_sheet BIGINT      NOT NULL,
  to_sheet   BIGINT      NOT NULL,
  -- JSON: new slot to old slot
  matching   MEDIUMTEXT  NOT NULL,
  state      VARCHAR(16) NOT NULL,
  made_by    VARCHAR(64) NOT NULL,
  made_at    DATETIME(3) NOT NULL,
  FOREIGN KEY (site_id) REFERENCES site (id),
  FOREIGN KEY (from_sheet) REFERENCES sheet (id),
  FOREIGN KEY (to_sheet) REFERENCES sheet (id)
);
