DROP INDEX "changes_latest";--> statement-breakpoint
DROP INDEX "entries_subject";--> statement-breakpoint
DROP INDEX "entries_time";--> statement-breakpoint
DROP INDEX "entries_words";--> statement-breakpoint
DROP INDEX "entries_diary";--> statement-breakpoint
DROP INDEX "readings_latest";--> statement-breakpoint
DROP INDEX "source_setups_subject";--> statement-breakpoint
DROP INDEX "tank_setups_subject";--> statement-breakpoint
CREATE INDEX "changes_latest" ON "changes" USING btree ("subject_id","happened_at" DESC NULLS FIRST) WHERE not struck;--> statement-breakpoint
CREATE INDEX "entries_subject" ON "entries" USING btree ("subject_id","happened_at" DESC NULLS FIRST,"sequence" DESC NULLS FIRST);--> statement-breakpoint
CREATE INDEX "entries_time" ON "entries" USING btree ("happened_at" DESC NULLS FIRST,"sequence" DESC NULLS FIRST);--> statement-breakpoint
CREATE INDEX "entries_words" ON "entries" USING gin ((case when "kind" = 'readings' then jsonb_to_tsvector('simple'::regconfig, "payload", '["string"]'::jsonb) else jsonb_to_tsvector('simple'::regconfig, "payload", '["string", "numeric", "key"]'::jsonb) end));--> statement-breakpoint
CREATE INDEX "entries_diary" ON "entries" USING btree ("kind","subject_id","happened_at" DESC NULLS FIRST) WHERE kind not in ('set-up', 'source', 'readings', 'change', 'looked', 'note', 'strike');--> statement-breakpoint
CREATE INDEX "readings_latest" ON "readings" USING btree ("subject_id","parameter","happened_at" DESC NULLS FIRST) WHERE not struck;--> statement-breakpoint
CREATE INDEX "source_setups_subject" ON "source_setups" USING btree ("subject_id","from_at" DESC NULLS FIRST);--> statement-breakpoint
CREATE INDEX "tank_setups_subject" ON "tank_setups" USING btree ("subject_id","from_at" DESC NULLS FIRST);