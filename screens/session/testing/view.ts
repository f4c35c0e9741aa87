/** A session as the desk gets it, for tests of the desk. */
import type { SessionView } from "@/contract";
import { testContext } from "@/contract/testing/context";
import type { SessionDocument } from "@/core";

export const viewOf = (document: SessionDocument, more: Partial<SessionView> = {}): SessionView => ({
  ...testContext(),
  plan: null,
  title: "",
  state: "draft",
  document,
  draftText: null,
  revision: 3,
  gyms: [],
  methods: {},
  partner: null,
  sent: null,
  ...more,
});
