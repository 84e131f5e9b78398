ALTER TABLE "job" ADD COLUMN "waits" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "waits_said" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "late" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "heard_at" timestamp with time zone;--> statement-breakpoint
CREATE INDEX "job_recent" ON "job" USING btree ("closed","at" DESC NULLS LAST,"id" DESC NULLS LAST);--> statement-breakpoint
CREATE INDEX "job_waits" ON "job" USING btree ("waits","heard_at") WHERE "job"."waits" is not null;--> statement-breakpoint
-- What jobs that are here already wait for is worked out at the next start.
UPDATE "job" SET "folded" = false;
