CREATE TABLE "proposal" (
	"id" uuid PRIMARY KEY NOT NULL,
	"library_id" uuid NOT NULL,
	"by_id" text NOT NULL,
	"own_card_id" uuid NOT NULL,
	"name" text NOT NULL,
	"medium" text NOT NULL,
	"fits" text[] NOT NULL,
	"note" text NOT NULL,
	"maker" text NOT NULL,
	"made_for" text NOT NULL,
	"effects" text[] NOT NULL,
	"fingerprint" text NOT NULL,
	"path" text NOT NULL,
	"state" text NOT NULL,
	"answer" text DEFAULT '' NOT NULL,
	"card_id" uuid,
	"offered_at" timestamp with time zone DEFAULT now() NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "proposal_state" CHECK ("proposal"."state" in ('open', 'accepted', 'declined', 'dropped'))
);
--> statement-breakpoint
ALTER TABLE "card" ADD COLUMN "owner_id" text;--> statement-breakpoint
ALTER TABLE "card_version" ADD COLUMN "owner_id" text;--> statement-breakpoint
ALTER TABLE "proposal" ADD CONSTRAINT "proposal_library_id_library_id_fk" FOREIGN KEY ("library_id") REFERENCES "public"."library"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "proposal" ADD CONSTRAINT "proposal_by_id_account_user_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."account_user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "proposal" ADD CONSTRAINT "proposal_card_id_card_id_fk" FOREIGN KEY ("card_id") REFERENCES "public"."card"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "proposal_of_library" ON "proposal" USING btree ("library_id","by_id");--> statement-breakpoint
ALTER TABLE "card" ADD CONSTRAINT "card_owner_id_account_user_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "card_version" ADD CONSTRAINT "card_version_owner_id_account_user_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."account_user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "card_of_owner" ON "card" USING btree ("library_id","owner_id") WHERE "card"."owner_id" is not null;--> statement-breakpoint
ALTER TABLE "card" ADD CONSTRAINT "card_owner" CHECK (("card"."owner_id" is not null) = ("card"."layer" = 'private'));--> statement-breakpoint
ALTER TABLE "card" ADD CONSTRAINT "private_card_alone" CHECK ("card"."owner_id" is null or ("card"."folder_id" is null and "card"."group_id" is null and "card"."also_in" = '{}' and "card"."tag_ids" = '{}'));