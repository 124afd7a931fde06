import "./base.css";
import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { RouterProvider } from "react-router/dom";
import { Refused } from "./api/client";
import { router } from "./routes";
import { system } from "./theme";

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      // What the server has refused it will refuse again; only what did not get through is tried once more.
      retry: (times, error) => times < 1 && !(error instanceof Refused && error.status >= 400 && error.status < 500),
      staleTime: 1000,
      refetchOnWindowFocus: true,
      networkMode: "always",
    },
  },
});

const dark = window.matchMedia("(prefers-color-scheme: dark)");
const follow = () => document.documentElement.classList.toggle("dark", dark.matches);
follow();
dark.addEventListener("change", follow);
// Paper is light.
window.addEventListener("beforeprint", () => document.documentElement.classList.remove("dark"));
window.addEventListener("afterprint", follow);

const root = document.getElementById("root");
if (root) {
  createRoot(root).render(
    <StrictMode>
      <ChakraProvider value={system}>
        <QueryClientProvider client={queries}>
          <RouterProvider router={router} />
        </QueryClientProvider>
      </ChakraProvider>
    </StrictMode>,
  );
}
