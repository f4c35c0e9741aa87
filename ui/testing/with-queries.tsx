import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { type RenderResult, render } from "@testing-library/react";
import { type ReactNode, useState } from "react";

/** Around a component under test that asks the server: a store of answers of its own, which tries nothing twice. */
function WithQueries({ children }: { children: ReactNode }) {
  const [client] = useState(() => new QueryClient({ defaultOptions: { queries: { retry: false } } }));
  return <QueryClientProvider client={client}>{children}</QueryClientProvider>;
}

/** Draws a component that asks the server. */
export const renderWithQueries = (element: ReactNode): RenderResult => render(element, { wrapper: WithQueries });
