import { ChakraProvider } from "@chakra-ui/react";
import createCache from "@emotion/cache";
import { CacheProvider } from "@emotion/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { createBrowserRouter, RouterProvider } from "react-router";
import { Shell } from "../shell/Shell";
import { BrokenPage } from "../pages/BrokenPage";
import { DiscoveryPage } from "../pages/DiscoveryPage";
import { LogbookPage } from "../pages/LogbookPage";
import { NotFoundPage } from "../pages/NotFoundPage";
import { PaddockPage } from "../pages/PaddockPage";
import { ProjectPage } from "../pages/ProjectPage";
import { ProjectsPage } from "../pages/ProjectsPage";
import { StagePage } from "../stages/StagePage";
import { applyMode, currentMode } from "./colorMode";
import { system } from "./theme";

applyMode(currentMode());

/** Style elements carry the page's nonce, as its content security policy asks. */
const styles = createCache({
  key: "g",
  nonce: document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content,
});

const queries = new QueryClient({
  defaultOptions: {
    queries: { retry: 1, staleTime: 5_000, refetchOnWindowFocus: true, networkMode: "always" },
    mutations: { networkMode: "always" },
  },
});

const router = createBrowserRouter([
  {
    path: "/",
    element: <Shell />,
    children: [
      {
        errorElement: <BrokenPage />,
        children: [
          { index: true, element: <ProjectsPage /> },
          { path: "paddock", element: <PaddockPage /> },
          { path: "projects/:projectId", element: <ProjectPage /> },
          { path: "projects/:projectId/paddock", element: <PaddockPage /> },
          { path: "projects/:projectId/discovery", element: <DiscoveryPage /> },
          { path: "projects/:projectId/logbook", element: <LogbookPage /> },
          { path: "projects/:projectId/drives/:driveId/:stage", element: <StagePage /> },
          { path: "*", element: <NotFoundPage /> },
        ],
      },
    ],
  },
]);

export function App() {
  return (
    <CacheProvider value={styles}>
      <ChakraProvider value={system}>
        <QueryClientProvider client={queries}>
          <RouterProvider router={router} />
        </QueryClientProvider>
      </ChakraProvider>
    </CacheProvider>
  );
}
