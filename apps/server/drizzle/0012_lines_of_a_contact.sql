-- The lines of one contact on an account are found without reading everybody's.
CREATE INDEX line_contact ON line (organisation, contact, account, date) WHERE contact IS NOT NULL;
