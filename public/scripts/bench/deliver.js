// What takes a moment to be made: said while it is, kept when it is there. Without this script the link does the same in silence.
import { token } from "./room.js";

const said = document.getElementById("message");

const size = (bytes) => (bytes > 1048576 ? `${(bytes / 1048576).toFixed(1)} MB` : `${Math.max(1, Math.round(bytes / 1024))} kB`);

function nameOf(answer) {
  const given = answer.headers.get("Content-Disposition") || "";
  const long = given.match(/filename\*=UTF-8''([^;]+)/);
  return long ? decodeURIComponent(long[1]) : "manuscript";
}

async function make(link) {
  said.className = "deliver-said at-work";
  said.textContent = `Making ${link.dataset.make} …`;
  link.setAttribute("aria-disabled", "true");
  try {
    const noted = link.dataset.noted !== undefined;
    const answer = await fetch(link.href, noted ? { method: "POST", headers: { "X-CSRF-Token": token } } : {});
    const bytes = await answer.blob();
    if (!answer.ok) throw new Error((await bytes.text()).replace(/<[^>]*>/g, " ").replace(/\s+/g, " ").trim() || "It could not be made.");
    const kept = document.createElement("a");
    kept.href = URL.createObjectURL(bytes);
    kept.download = nameOf(answer);
    kept.click();
    setTimeout(() => URL.revokeObjectURL(kept.href), 60000);
    said.textContent = `Delivered: ${kept.download}, ${size(bytes.size)}.`;
  } catch (error) {
    said.textContent = error.message === "Failed to fetch" ? "The server does not answer; nothing was delivered." : error.message;
  } finally {
    said.className = "deliver-said";
    link.removeAttribute("aria-disabled");
  }
}

export function startDelivering() {
  document.querySelectorAll("[data-make]").forEach((link) => link.addEventListener("click", (event) => {
    event.preventDefault();
    if (link.getAttribute("aria-disabled") !== "true") make(link);
  }));
}
