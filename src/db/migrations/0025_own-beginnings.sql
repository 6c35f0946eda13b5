ALTER TABLE "effect_default" ALTER COLUMN "card_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "effect_default" ADD COLUMN "setting" jsonb;--> statement-breakpoint
ALTER TABLE "effect_default" ADD CONSTRAINT "one_beginning" CHECK (("effect_default"."card_id" is null) <> ("effect_default"."setting" is null));