DROP INDEX "measurement_key_value";--> statement-breakpoint
CREATE INDEX "measurement_near" ON "measurement" USING btree ("subject","key","value");