/**
 * What a style sheet alone can't know of moving banners: how large they become, and how far the page was scrolled while their picture is held where
 * it is.
 */
export function hold(page, times) {
  if (times) {
    page.style.setProperty("--times", times.value);
  }
  const held = [...page.querySelectorAll("[data-held]")];
  const from = page.getBoundingClientRect().top + window.scrollY;
  const follow = () => {
    const scrolled = Math.max(0, from - page.getBoundingClientRect().top);
    held.forEach((image) => image.setAttribute("transform", `translate(0 ${scrolled})`));
  };
  if (held.length > 0) {
    document.addEventListener("scroll", follow, { capture: true, passive: true });
  }
}
