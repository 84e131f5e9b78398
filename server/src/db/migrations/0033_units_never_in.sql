ALTER TABLE "unit" ADD COLUMN "never_in" boolean DEFAULT false NOT NULL;--> statement-breakpoint
-- What failed on the bench is told apart by its sighting; standings are counted anew the next time their kind changes.
UPDATE unit SET never_in = true FROM sighting WHERE sighting.part_id = unit.part_id AND sighting.vehicle = unit.vehicle
  AND sighting."as" = 'failed new' AND sighting."on" = unit.in_on AND unit.failed AND unit.in_on = unit.last_on;
