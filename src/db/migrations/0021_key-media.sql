ALTER TABLE "key_binding" DROP CONSTRAINT "key_does_one_thing";--> statement-breakpoint
ALTER TABLE "key_binding" ADD COLUMN "medium" text;--> statement-breakpoint
ALTER TABLE "key_binding" ADD CONSTRAINT "key_does_one_thing" UNIQUE NULLS NOT DISTINCT("library_id","owner_id","key","medium");--> statement-breakpoint
UPDATE "key_binding" SET "medium" = "card"."medium" FROM "card" WHERE "card"."id" = "key_binding"."card_id";
