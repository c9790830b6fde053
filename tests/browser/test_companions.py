"""A second device at the lectern: joined by a code, it gives cues and draws, and is out when the run is over."""

from tests.browser.base import BrowserCase
from tests.browser.test_passages import drawn
from tests.made import slide, step


class Devices(BrowserCase):
    def joined(self):
        """A lectern with a device that nobody has signed in on."""
        slides = [slide(step("a"), id=f"s{n}", title=f"Slide {n}", script=f"Here is [1] word {n}.") for n in (1, 2)]
        self.open_lectern(self.keep({"title": "Talk", "slides": slides}))
        self.page.click("#devices")
        code = self.page.wait_for_selector(".companion-code").inner_text()
        self.page.wait_for_selector(".companion-drawn svg")
        other = self.new_context()
        device = self.new_page(other)
        device.goto("/with")
        device.fill("[name=code]", "WRNG 2345")
        device.click("main button")
        device.wait_for_selector("text=No lectern has that code")
        device.fill("[name=code]", code.lower())
        device.click("main button")
        device.wait_for_selector("html[data-ready]", state="attached")
        self.page.wait_for_selector("text=it is here")
        self.addCleanup(other.close)
        return device

    def test_it_gives_cues_goes_to_slides_draws_and_is_out_when_the_run_is_over(self):
        device = self.joined()
        late = {"offline": False, "latency": 600, "downloadThroughput": -1, "uploadThroughput": -1}
        for page in (self.page, device):
            page.context.new_cdp_session(page).send("Network.emulateNetworkConditions", late)
        self.page.keyboard.press("Escape")
        device.click("#give")
        self.until("lectern.running")
        device.wait_for_selector("#give:has-text('Cue 1')")
        device.click("#give")
        self.until("lectern.cue === 1")
        device.wait_for_selector(".is-now[data-cue='1']")
        device.click("[data-slide='1'][data-cue='0'] >> nth=0")
        self.until("lectern.slide === 1")
        device.click("#draw")
        drawn(device, (200, 200), (700, 300), root="#pad")
        self.until("lectern.ink().length === 1 && Math.abs(lectern.ink()[0].points.at(-1)[0] - 700) < 8")
        device.click("#pause")
        self.until("!lectern.running")
        self.page.click("#end")
        device.wait_for_selector("text=The run is over, or this device was taken away")
