import { createBrowserRouter, Navigate } from "react-router";
import { Loading, NotFound, Problem } from "./frame/States";
import { Shelf } from "./shelf/Shelf";

// The order of the routes is the order of the work.
export const router = createBrowserRouter([
  { path: "/", element: <Shelf />, hydrateFallbackElement: <Loading page />, errorElement: <Problem /> },
  {
    path: "/new",
    hydrateFallbackElement: <Loading page />,
    lazy: async () => ({ Component: (await import("./shelf/NewQuilt")).NewQuilt }),
  },
  {
    path: "/library/:block?",
    hydrateFallbackElement: <Loading page label="Unfolding the blocks" />,
    lazy: async () => ({ Component: (await import("./library/LibraryPage")).LibraryPage }),
    errorElement: <Problem />,
  },
  {
    path: "/cloth",
    hydrateFallbackElement: <Loading page label="Unfolding the cloth" />,
    lazy: async () => ({ Component: (await import("./cloth/ClothPage")).ClothPage }),
    errorElement: <Problem />,
  },
  {
    path: "/q/:id",
    hydrateFallbackElement: <Loading page />,
    lazy: async () => ({ Component: (await import("./frame/ProjectFrame")).ProjectFrame }),
    errorElement: <Problem />,
    children: [
      { index: true, element: <Navigate to="quilt" replace /> },
      { path: "quilt", lazy: async () => ({ Component: (await import("./quilt/QuiltPage")).QuiltPage }) },
      { path: "wave/:unit?", lazy: async () => ({ Component: (await import("./wave/WavePage")).WavePage }) },
      { path: "again/:unit?", lazy: async () => ({ Component: (await import("./again/AgainPage")).AgainPage }) },
      { path: "prints", lazy: async () => ({ Component: (await import("./prints/PrintsPage")).PrintsPage }) },
      { path: "thread", lazy: async () => ({ Component: (await import("./thread/ThreadPage")).ThreadPage }) },
      { path: "cut", lazy: async () => ({ Component: (await import("./cut/CutPage")).CutPage }) },
      { path: "cut/mat", lazy: async () => ({ Component: (await import("./cut/ScriptPage")).ScriptPage }) },
      { path: "sew", lazy: async () => ({ Component: (await import("./sew/SewPage")).SewPage }) },
      { path: "tally", lazy: async () => ({ Component: (await import("./book/BookPage")).BookPage }) },
      { path: "rules", lazy: async () => ({ Component: (await import("./rules/RulesPage")).RulesPage }) },
      { path: "press", lazy: async () => ({ Component: (await import("./press/PressPage")).PressPage }) },
      {
        path: "trim/:step",
        lazy: async () => ({ Component: (await import("./trim/MeasurePage")).MeasurePage }),
      },
      { path: "trim", lazy: async () => ({ Component: (await import("./trim/TrimPage")).TrimPage }) },
    ],
  },
  {
    path: "/q/:id/bench/:step?",
    hydrateFallbackElement: <Loading page label="Setting up the bench" />,
    lazy: async () => ({ Component: (await import("./bench/BenchPage")).BenchPage }),
    errorElement: <Problem />,
  },
  {
    path: "/q/:id/iron/:step",
    hydrateFallbackElement: <Loading page label="Heating the iron" />,
    lazy: async () => ({ Component: (await import("./bench/BenchPage")).IronPage }),
    errorElement: <Problem />,
  },
  {
    path: "/q/:id/print",
    hydrateFallbackElement: <Loading page label="Laying out the sheets" />,
    lazy: async () => ({ Component: (await import("./print/PrintPage")).PrintPage }),
    errorElement: <Problem />,
  },
  { path: "*", element: <NotFound /> },
]);
