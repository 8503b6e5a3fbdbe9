-- A closed year keeps the rules it was closed by, so that no later change of the set-up redraws it.
ALTER TABLE year_closing ADD COLUMN rules TEXT CHECK (rules IS NULL OR json_valid(rules));
--> statement-breakpoint
-- Which year's closing locked a period: reopening the year gives back just these.
ALTER TABLE period_lock ADD COLUMN closing TEXT;
--> statement-breakpoint
-- The result of the time before these books goes where each year's closing would take it, rather than into one account.
ALTER TABLE take_on ADD COLUMN closes_by_rule INTEGER CHECK (closes_by_rule = 1);
