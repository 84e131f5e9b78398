-- Makes, models, engines and transmissions change seldom and are needed for every question: servers keep them and
-- ask for the version alone. The row is written in the change's own transaction, so that a version that can be seen
-- stands for rows that can be seen.
CREATE TABLE vocabulary_version (version bigint NOT NULL);
--> statement-breakpoint
INSERT INTO vocabulary_version VALUES (1);
--> statement-breakpoint
CREATE FUNCTION next_vocabulary() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE vocabulary_version SET version = version + 1;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER next_vocabulary AFTER INSERT OR UPDATE OR DELETE ON make FOR EACH STATEMENT EXECUTE FUNCTION next_vocabulary();
--> statement-breakpoint
CREATE TRIGGER next_vocabulary AFTER INSERT OR UPDATE OR DELETE ON model FOR EACH STATEMENT EXECUTE FUNCTION next_vocabulary();
--> statement-breakpoint
CREATE TRIGGER next_vocabulary AFTER INSERT OR UPDATE OR DELETE ON engine FOR EACH STATEMENT EXECUTE FUNCTION next_vocabulary();
--> statement-breakpoint
CREATE TRIGGER next_vocabulary AFTER INSERT OR UPDATE OR DELETE ON transmission FOR EACH STATEMENT EXECUTE FUNCTION next_vocabulary();
