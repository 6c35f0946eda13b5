import { createSystem, defaultBaseConfig, defineConfig } from "@chakra-ui/react";
import {
  animationStyles,
  breakpoints,
  buttonRecipe,
  globalCss,
  inputRecipe,
  keyframes,
  layerStyles,
  menuSlotRecipe,
  nativeSelectSlotRecipe,
  semanticTokens,
  textareaRecipe,
  textStyles,
  tokens,
} from "@chakra-ui/react/theme";

/** A colour in Paper and in Night. */
const both = (paper: string, night: string) => ({ value: { base: paper, _dark: night } });
const same = (colour: string) => ({ value: colour });

const rowStyle = (edge: string, ground: string) => ({
  cursor: "default",
  borderLeft: "3px solid transparent",
  _selected: { borderLeftColor: edge, bg: ground },
});

/**
 * The look of the application: semantic names with a value for each of the two themes. Screens use these names only.
 * `_dark` is Night; the frame puts the class on.
 */
const config = defineConfig({
  globalCss: {
    // What is only drawn on the screen, and only on paper.
    ".only-printed": { display: "none", _print: { display: "block", color: "black" } },
    ".not-printed, header, footer": { _print: { display: "none !important" } },
    "html, body": { height: "100%", margin: 0, overflow: "hidden" },
    // What is typed is shown letter by letter: `>=` in a query is two characters.
    body: {
      bg: "canvas",
      color: "ink",
      fontFamily: "body",
      fontSize: "sm",
      fontVariantLigatures: "no-contextual",
    },
    "input, textarea": { fontVariantLigatures: "inherit" },
    "*:focus-visible": { outline: "2px solid {colors.selected}", outlineOffset: "1px" },
    "input[type=checkbox], input[type=radio], input[type=range]": { accentColor: "{colors.cardSelected}" },
    "::selection": { bg: "matchGround", color: "cardInk" },
  },
  theme: {
    tokens: {
      fonts: {
        heading: { value: "'Bitter Variable', Georgia, serif" },
        body: { value: "'Atkinson Hyperlegible Next', system-ui, sans-serif" },
        mono: { value: "'JetBrains Mono Variable', ui-monospace, monospace" },
      },
      sizes: {
        topBar: { value: "48px" },
        keyStrip: { value: "40px" },
      },
      radii: { small: { value: "2px" }, part: { value: "3px" }, sheet: { value: "4px" } },
      durations: { brief: { value: "90ms" } },
    },
    layerStyles: {
      /** A row that can be chosen, on the ground of a screen. */
      row: { value: rowStyle("selected", "selectedGround") },
      /** A row that can be chosen, on a card. */
      cardRow: { value: rowStyle("cardSelected", "cardSelectedGround") },
    },
    textStyles: {
      display: { value: { fontFamily: "heading", fontSize: "3xl", fontWeight: "700" } },
      screenTitle: { value: { fontFamily: "heading", fontSize: "xl", fontWeight: "600" } },
      cardTitle: { value: { fontFamily: "heading", fontSize: "lg", fontWeight: "600" } },
      /** A name in a list. */
      rowTitle: { value: { fontFamily: "heading", fontWeight: "600" } },
      /** Numbers and queries. */
      figure: { value: { fontFamily: "mono", fontSize: "xs" } },
      hint: { value: { fontSize: "xs", color: "muted" } },
    },
    semanticTokens: {
      colors: {
        canvas: both("#efe8da", "#14191f"),
        panel: both("#f7f2e8", "#1a2129"),
        raised: both("#fffdf8", "#232c35"),
        ink: both("#1e242a", "#ebe6da"),
        muted: both("#5b6168", "#9fa8b0"),
        rule: both("#d6ccb9", "#313b45"),
        selected: both("#1a6b63", "#5fbfb0"),
        selectedGround: both("#d5e6e0", "#1f3a3a"),
        keyGround: same("#f0bb45"),
        keyInk: same("#1e242a"),
        keyRule: both("#8a6d1f", "#f0bb45"),
        loss: both("cardLoss", "#e57b5a"),
        plot: both("#f4efe0", "#101419"),
        surround: same("#777777"),
        card: same("#fbf5e6"),
        cardInk: same("#1e242a"),
        cardMuted: same("#5b6168"),
        cardHead: same("#b5523c"),
        cardRule: same("#b9c8cf"),
        cardSelected: same("#1a6b63"),
        cardSelectedGround: same("#d5e6e0"),
        cardLoss: same("#a63a24"),
        matchGround: same("#f2d489"),
        /** Inks of stamps, on a card and on one that is selected. */
        stamp: {
          verdigris: same("#1a6b63"),
          indigo: same("#2b4a8b"),
          plum: same("#7a2f63"),
          ochre: same("#7a5200"),
          moss: same("#4c5f1f"),
          sepia: same("#6b4423"),
          iron: same("#2f3b52"),
        },
        /** A field to write into, on a card. */
        fieldGround: same("#fffdf8"),
        fieldRule: same("#7f8b93"),
        /** What a slider has not reached, on a card. */
        cardTrack: same("#c4ccc6"),
        cardFoot: same("#efe8da"),
        /** Words on a picture, whatever it shows. */
        captionInk: same("#ffffff"),
        captionGround: same("rgba(0, 0, 0, 0.62)"),
      },
    },
  },
});

/** Of the library's looks those of the parts that are used here: all of them would be a third of what signing in loads. */
const usual = defineConfig({
  preflight: true,
  cssVarsPrefix: "chakra",
  cssVarsRoot: ":where(html, .chakra-theme)",
  globalCss,
  theme: {
    breakpoints,
    keyframes,
    tokens,
    semanticTokens,
    textStyles,
    layerStyles,
    animationStyles,
    recipes: { button: buttonRecipe, input: inputRecipe, textarea: textareaRecipe },
    slotRecipes: { menu: menuSlotRecipe, nativeSelect: nativeSelectSlotRecipe },
  },
});

export const system = createSystem(defaultBaseConfig, usual, config);
