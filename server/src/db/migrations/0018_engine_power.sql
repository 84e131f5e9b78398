ALTER TABLE "engine" ADD COLUMN "power_kw" double precision;--> statement-breakpoint
ALTER TABLE "engine" ADD CONSTRAINT "engine_power_sane" CHECK ("engine"."power_kw" between 5 and 1000);