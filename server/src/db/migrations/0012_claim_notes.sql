ALTER TABLE "application" ADD COLUMN "note" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE import_line ADD COLUMN note text DEFAULT '' NOT NULL;
