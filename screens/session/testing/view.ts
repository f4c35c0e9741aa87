/** A session as the desk gets it, for tests of the desk. */

import type { SessionDocument } from "@/core";
import type { SessionView } from "@/views";
import { testContext } from "@/views/testing/context";

export const viewOf = (document: SessionDocument, more: Partial<SessionView> = {}): SessionView => ({
  ...testContext(),
  plan: null,
  recipient: { hasAccount: true, linkUntilMs: null },
  title: "",
  state: "draft",
  document,
  done: null,
  draftText: null,
  revision: 3,
  gyms: [],
  methods: {},
  partner: null,
  sent: null,
  ...more,
});
