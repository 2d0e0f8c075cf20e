import { defineConfig } from "@playwright/test";
import tests from "./playwright.config.ts";

export default defineConfig({ ...tests, testMatch: "*.measure.ts" });
