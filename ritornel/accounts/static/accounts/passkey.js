// Passkeys (Web Authentication, level 3): forms whose hidden field “credential” a key fills in.
//
// A form's data-passkey says what for: “make” a key, “show” one that is known to belong here, or “sign-in” with any.
// What the key is asked stands in the page (#passkey); for signing in it is fetched when it is wanted.

const WORDS = {
  InvalidStateError: "This key opens your account already.",
  SecurityError: "Passkeys belong to a name: open this page at its name (on one's own machine, localhost), not at a number.",
};

const forms = document.querySelectorAll("form[data-passkey]");

for (const form of forms) {
  if (!window.PublicKeyCredential?.parseRequestOptionsFromJSON) form.hidden = form.dataset.passkey !== "make";
  form.addEventListener("submit", (event) => void filled(event, form));
}

async function filled(event, form) {
  event.preventDefault();
  form.querySelector(".passkey-told")?.remove();
  try {
    form.elements.credential.value = JSON.stringify(await credential(form));
    form.submit();
  } catch (error) {
    if (error.name !== "NotAllowedError" && error.name !== "AbortError") console.warn(error);
    told(form, WORDS[error.name] ?? "No key was shown. Try again, or go another way.");
  }
}

async function credential(form) {
  if (form.dataset.passkey === "make") return made(form.elements.passwordless.checked);
  const { publicKey } = form.dataset.passkey === "sign-in" ? await asked(form.action) : written().request_options;
  return navigator.credentials.get({ publicKey: PublicKeyCredential.parseRequestOptionsFromJSON(publicKey) });
}

async function made(alone) {
  const { publicKey } = written().creation_options;
  const wish = alone ? { residentKey: "required", requireResidentKey: true, userVerification: "required" } : { residentKey: "discouraged", requireResidentKey: false };
  const options = { ...publicKey, authenticatorSelection: { ...publicKey.authenticatorSelection, ...wish } };
  return navigator.credentials.create({ publicKey: PublicKeyCredential.parseCreationOptionsFromJSON(options) });
}

const written = () => JSON.parse(document.getElementById("passkey").textContent);

async function asked(address) {
  const answer = await fetch(address, { headers: { Accept: "application/json" } });
  if (!answer.ok) throw new Error(`what to ask a key for: ${answer.status}`);
  return (await answer.json()).request_options;
}

function told(form, words) {
  const notice = document.createElement("p");
  notice.className = "passkey-told notice notice-error";
  notice.setAttribute("role", "alert");
  notice.textContent = words;
  form.append(notice);
}
