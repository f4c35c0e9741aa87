"use client";
import type { ComponentType } from "react";
import type { ClientView } from "@/views";
import { EraseSheet, InviteSheet } from "./account";
import { DaysSheet } from "./days-sheet";
import { ChangeDescription } from "./description";
import { GoalsSheet } from "./goals";
import { HomeSheet } from "./home-sheet";
import { LiftsSheet } from "./lifts-sheet";
import { LikesSheet } from "./likes";
import { LimitSheet } from "./limit-sheet";
import type { ClientSheet } from "./open-sheet";
import { HealthSheet } from "./readiness";

interface SheetProps {
  readonly view: ClientView;
  readonly onClose: () => void;
}

/** What is changed of a client, each in a sheet of its own. */
export const SHEETS = {
  health: HealthSheet,
  lifts: LiftsSheet,
  description: ChangeDescription,
  days: DaysSheet,
  home: HomeSheet,
  goals: GoalsSheet,
  limits: LimitSheet,
  likes: LikesSheet,
  invite: InviteSheet,
  erase: EraseSheet,
} as const satisfies Readonly<Record<ClientSheet, ComponentType<SheetProps>>>;
