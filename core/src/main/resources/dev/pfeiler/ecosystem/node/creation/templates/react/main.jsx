import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Converter } from "./Converter";

createRoot(document.querySelector("#root")[#if language == "typescript"]![/#if]).render(
  <StrictMode>
    <Converter />
  </StrictMode>,
);
