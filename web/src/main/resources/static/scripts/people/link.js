// A link to hand on is shown whole, as this browser reaches Gavlin.
const link = document.querySelector('[data-absolute]');
if (link) {
  link.value = new URL(link.value, location.href).href;
  link.select();
}
