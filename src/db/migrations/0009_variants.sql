ALTER TABLE "card" ADD COLUMN "made_for" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "card" ADD COLUMN "group_id" uuid;--> statement-breakpoint
CREATE INDEX "card_of_group" ON "card" USING btree ("library_id","group_id") WHERE "card"."group_id" is not null;