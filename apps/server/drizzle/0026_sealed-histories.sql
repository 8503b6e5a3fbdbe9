ALTER TABLE set_up_change ADD record_seal text DEFAULT '' NOT NULL;
--> statement-breakpoint
CREATE INDEX set_up_change_organisation ON set_up_change (organisation,id);
--> statement-breakpoint
ALTER TABLE period_event ADD record_seal text DEFAULT '' NOT NULL;
--> statement-breakpoint
CREATE INDEX period_event_organisation ON period_event (organisation,id);
--> statement-breakpoint
ALTER TABLE take_on_event ADD record_seal text DEFAULT '' NOT NULL;