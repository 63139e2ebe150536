import { configureStore } from "@reduxjs/toolkit";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Provider } from "react-redux";
import { createBrowserRouter, RouterProvider } from "react-router";
import { api } from "./app/api.ts";
import "./app/theme.css";
import { Bench } from "./jobs/Bench.tsx";
import { Job } from "./jobs/Job.tsx";
import { TakeIn } from "./jobs/TakeIn.tsx";

const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer },
  middleware: (defaults) => defaults().concat(api.middleware),
});
const router = createBrowserRouter([
  { path: "/", element: <Bench /> },
  { path: "/take-in", element: <TakeIn /> },
  { path: "/jobs/:id", element: <Job /> },
]);

createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
    </Provider>
  </StrictMode>,
);
