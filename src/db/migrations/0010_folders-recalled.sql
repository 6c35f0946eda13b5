ALTER TABLE "alias" DROP CONSTRAINT "alias_of_one_thing";--> statement-breakpoint
ALTER TABLE "key_binding" DROP CONSTRAINT "key_of_one_thing";--> statement-breakpoint
ALTER TABLE "alias" ADD COLUMN "folder_id" uuid;--> statement-breakpoint
ALTER TABLE "key_binding" ADD COLUMN "folder_id" uuid;--> statement-breakpoint
ALTER TABLE "alias" ADD CONSTRAINT "alias_of_one_thing" CHECK (num_nonnulls("alias"."card_id", "alias"."search_id", "alias"."folder_id") = 1);--> statement-breakpoint
ALTER TABLE "key_binding" ADD CONSTRAINT "key_of_one_thing" CHECK (num_nonnulls("key_binding"."card_id", "key_binding"."search_id", "key_binding"."folder_id") = 1);