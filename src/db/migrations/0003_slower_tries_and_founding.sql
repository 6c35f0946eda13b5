CREATE TABLE "founding" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "account_pace" (
	"key" text PRIMARY KEY NOT NULL,
	"failures" double precision NOT NULL,
	"last_at" timestamp with time zone NOT NULL,
	"next_at" timestamp with time zone NOT NULL,
	"known" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
ALTER TABLE "render" ADD COLUMN "notes" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "script_key" ADD COLUMN "expires_at" timestamp with time zone DEFAULT now() + interval '90 days' NOT NULL;