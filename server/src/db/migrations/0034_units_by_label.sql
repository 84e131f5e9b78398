ALTER TABLE "sighting" DROP CONSTRAINT "sighting_as";--> statement-breakpoint
ALTER TABLE "sighting" ADD COLUMN "unit" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "unit" ADD COLUMN "unit" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "sighting" ADD CONSTRAINT "sighting_as" CHECK ("sighting"."as" in ('running', 'failed', 'out', 'failed new', 'failed fitted', 'in'));