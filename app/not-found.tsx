import { PageLink } from "@/ui/page-link";

export default function NotFound() {
  return (
    <main className="flex min-h-dvh flex-col items-center justify-center gap-3">
      <h1 className="text-xl font-bold">There is nothing here.</h1>
      <p className="text-quiet">It may have been taken away, or it belongs to somebody else.</p>
      <PageLink href="/" className="text-indigo underline underline-offset-2">
        To the start
      </PageLink>
    </main>
  );
}
