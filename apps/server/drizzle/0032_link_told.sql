ALTER TABLE invitation ADD link_made_at text;
--> statement-breakpoint
ALTER TABLE password_reset ADD link_made_at text;