"""Every page at the width of a telephone, and at 200 % of a window of 1280 by 800: nothing is cut, nothing lies on another."""

from tests.browser.base import BrowserCase

LONG = "An evening under the lamp of Skarholm, with all that the keepers wrote down in ninety years"

CUT = """() => {
  const wide = document.documentElement.scrollWidth - innerWidth;
  const found = wide > 0 ? [`the page is ${wide} px too wide`] : [];
  const seen = [...document.querySelectorAll("a, button, input, select, h1, h2")].filter((e) => e.checkVisibility() && !e.closest(".sr-only, [hidden]") && !e.classList.contains("sr-only"));
  const boxes = seen.map((e) => [e, e.getBoundingClientRect()]).filter(([, r]) => r.width > 2 && r.height > 2);
  const named = (e) => (e.textContent.trim() || e.getAttribute("aria-label") || e.name || e.tagName).slice(0, 30);
  for (const [e, r] of boxes) if (!e.closest(SCROLLS) && (r.left < -1 || r.right > innerWidth + 1)) found.push(`${named(e)} is cut`);
  for (const [n, [a, p]] of boxes.entries())
    for (const [b, q] of boxes.slice(n + 1)) {
      if (a.closest(".timeline") || a.contains(b) || b.contains(a) || a.closest(OVER) !== b.closest(OVER)) continue;
      const across = Math.min(p.right, q.right) - Math.max(p.left, q.left);
      const down = Math.min(p.bottom, q.bottom) - Math.max(p.top, q.top);
      if (across > 2 && down > 3) found.push(`${named(a)} lies on ${named(b)}`);
    }
  return found;
}""".replace("SCROLLS", '".lectern-line, .timeline"').replace(
    "OVER", '".contact-foot, .lectern-foot, .timeline, #notice, .posters"'
)


class Narrow(BrowserCase):
    def test_no_page_cuts_or_overlaps_anything(self):
        slides = [{"id": f"s{n}", "title": f"{LONG} {n}", "script": "Words. [cue] More words."} for n in range(6)]
        row = self.keep(
            {"title": LONG, "slides": slides, "target": 60000, "chapters": [{"id": "c", "title": LONG, "first": "s0"}]}
        )
        page = self.page
        of_show = [f"/shows/{row.pk}/{name}" for name in ("", "contact", "history", "lectern", "publish", "transcript")]
        for width, height in ((390, 800), (640, 400)):
            page.set_viewport_size({"width": width, "height": height})
            for path in ("/", "/library", "/editions", *of_show):
                page.goto(path)
                page.wait_for_load_state("load")
                if page.locator("script[type=module]").count() and path in ("/", "/library", *of_show[:2], of_show[3]):
                    self.ready()
                if path.endswith("contact"):
                    page.keyboard.press("Control+a")
                with self.subTest(path=path.rsplit("/", 1)[-1] or path, width=width):
                    self.assertEqual(page.evaluate(CUT), [])
