ALTER TABLE "card" ADD COLUMN "effects" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
UPDATE "card" SET "effects" = ARRAY(SELECT "setting" ->> 'effect' FROM jsonb_array_elements("chain_text"::jsonb -> 'settings') AS "setting");--> statement-breakpoint
CREATE INDEX "card_content" ON "card_version" USING btree ("library_id","fingerprint");