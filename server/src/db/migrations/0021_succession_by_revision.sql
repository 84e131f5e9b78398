-- Numbers that others sell a part under, and what it takes the place of, belong to a revision: what a draft says of them
-- comes to light with it. Every revision there is gets what its part said.
DROP TRIGGER record_change ON interchange;
--> statement-breakpoint
DROP TRIGGER record_change ON supersession;
--> statement-breakpoint
ALTER TABLE "interchange" DROP CONSTRAINT "interchange_once";--> statement-breakpoint
ALTER TABLE "supersession" DROP CONSTRAINT "supersession_other";--> statement-breakpoint
ALTER TABLE "supersession" DROP CONSTRAINT "supersession_pkey";--> statement-breakpoint
DROP INDEX "supersession_new";--> statement-breakpoint
ALTER TABLE "interchange" ADD COLUMN "part_revision_id" integer;--> statement-breakpoint
ALTER TABLE "supersession" ADD COLUMN "part_revision_id" integer;--> statement-breakpoint
INSERT INTO interchange (part_id, part_revision_id, seller, number, "by", at)
  SELECT i.part_id, r.id, i.seller, i.number, i."by", i.at FROM interchange i JOIN part_revision r ON r.part_id = i.part_id;
--> statement-breakpoint
DELETE FROM interchange WHERE part_revision_id IS NULL;--> statement-breakpoint
-- A part took the place of one other at most in what was typed; of more that were kept, the last counts.
INSERT INTO supersession (old_part_id, new_part_id, part_revision_id, "by", at)
  SELECT DISTINCT ON (r.id) s.old_part_id, s.new_part_id, r.id, s."by", s.at FROM supersession s JOIN part_revision r ON r.part_id = s.new_part_id
  ORDER BY r.id, s.at DESC;
--> statement-breakpoint
DELETE FROM supersession WHERE part_revision_id IS NULL;--> statement-breakpoint
ALTER TABLE "interchange" ALTER COLUMN "part_revision_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "supersession" ADD PRIMARY KEY ("part_revision_id");--> statement-breakpoint
ALTER TABLE "interchange" ADD CONSTRAINT "interchange_part_revision_id_part_revision_id_fk" FOREIGN KEY ("part_revision_id") REFERENCES "public"."part_revision"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "supersession" ADD CONSTRAINT "supersession_part_revision_id_part_revision_id_fk" FOREIGN KEY ("part_revision_id") REFERENCES "public"."part_revision"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "supersession_old" ON "supersession" USING btree ("old_part_id");--> statement-breakpoint
ALTER TABLE "interchange" DROP COLUMN "part_id";--> statement-breakpoint
ALTER TABLE "supersession" DROP COLUMN "new_part_id";--> statement-breakpoint
ALTER TABLE "interchange" ADD CONSTRAINT "interchange_once" UNIQUE("part_revision_id","seller","number");
--> statement-breakpoint
CREATE TRIGGER record_change AFTER INSERT OR UPDATE OR DELETE ON interchange FOR EACH ROW EXECUTE FUNCTION record_change('part', 'part_revision_id>part_revision.part_id');
--> statement-breakpoint
CREATE TRIGGER record_change AFTER INSERT OR UPDATE OR DELETE ON supersession FOR EACH ROW EXECUTE FUNCTION record_change('part', 'part_revision_id>part_revision.part_id');
--> statement-breakpoint
CREATE TRIGGER keep_released_contents BEFORE INSERT OR UPDATE OR DELETE ON interchange FOR EACH ROW EXECUTE FUNCTION keep_released_contents();
--> statement-breakpoint
CREATE TRIGGER keep_released_contents BEFORE INSERT OR UPDATE OR DELETE ON supersession FOR EACH ROW EXECUTE FUNCTION keep_released_contents();
--> statement-breakpoint
-- Successors never lead back, by what the newest revisions say: looked at one after the other, so that two of them cannot
-- close a ring between them.
CREATE FUNCTION no_ring() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_advisory_xact_lock(726146);
  IF EXISTS (
    WITH RECURSIVE later(id) AS (
      SELECT part_id FROM part_revision WHERE id = NEW.part_revision_id
      UNION
      SELECT r.part_id FROM later JOIN supersession s ON s.old_part_id = later.id JOIN part_revision r ON r.id = s.part_revision_id
      WHERE NOT EXISTS (SELECT 1 FROM part_revision newer WHERE newer.part_id = r.part_id AND newer.revision > r.revision)
    )
    SELECT 1 FROM later WHERE id = NEW.old_part_id
  ) THEN
    RAISE EXCEPTION 'a ring of successors' USING ERRCODE = 'check_violation', CONSTRAINT = 'supersession_no_ring';
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER no_ring BEFORE INSERT OR UPDATE ON supersession FOR EACH ROW EXECUTE FUNCTION no_ring();
