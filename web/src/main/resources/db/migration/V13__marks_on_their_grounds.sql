-- How a mark stands out from the ground of each showing, as JSON, and the share of a small one that is finer than a pixel; null where that
-- was not measured. A mark's file has another key from this version on, so that it is made and measured again when it is next looked at.
ALTER TABLE rendition ADD COLUMN grounds TEXT NULL, ADD COLUMN vanishing DOUBLE NULL;
