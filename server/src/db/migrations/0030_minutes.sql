CREATE TABLE "operation_minutes" (
	"job_id" integer NOT NULL,
	"map_id" integer NOT NULL,
	"step" text NOT NULL,
	"minutes" double precision NOT NULL,
	"delay" text,
	CONSTRAINT "operation_minutes_job_id_step_pk" PRIMARY KEY("job_id","step"),
	CONSTRAINT "operation_minutes_some" CHECK ("operation_minutes"."minutes" > 0)
);
--> statement-breakpoint
ALTER TABLE "operation_minutes" ADD CONSTRAINT "operation_minutes_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "operation_minutes_map" ON "operation_minutes" USING btree ("map_id");--> statement-breakpoint
-- Jobs that are here already took their minutes too: they are folded anew at the next start.
UPDATE "job" SET "folded" = false;
