DROP INDEX "card_library_id_folder_id_index";--> statement-breakpoint
DROP INDEX "change_stream_id_actor_id_sequence_index";--> statement-breakpoint
CREATE INDEX "card_of_library" ON "card" USING btree ("library_id","id");--> statement-breakpoint
CREATE INDEX "card_place_and_name" ON "card" USING btree ("library_id","folder_id",md5("sort_key"));--> statement-breakpoint
CREATE INDEX "change_by_actor" ON "change" USING btree ("stream_id","actor_id","sequence");--> statement-breakpoint
CREATE INDEX "change_that_stands" ON "change" USING btree ("stream_id","actor_id","sequence") WHERE "change"."taken_back" = false;--> statement-breakpoint
CREATE INDEX "change_in_order" ON "change" USING btree ("stream_id","sequence");