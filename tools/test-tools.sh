# Sourced by test: independent general-purpose programs that judge our files, and the browser.

install_test_tools() {
  local missing=() pair
  for pair in fc-scan:fontconfig sshd:openssh-server tesseract:tesseract-ocr chromium:chromium identify:imagemagick exiftool:libimage-exiftool-perl; do
    PATH="$PATH:/usr/sbin" command -v "${pair%%:*}" >/dev/null || missing+=("${pair##*:}")
  done
  # Debian's own Python, whatever other one stands first on the path.
  /usr/bin/python3 -c 'from skimage import io, metrics' 2>/dev/null || missing+=(python3-skimage)
  [ ${#missing[@]} -eq 0 ] && return 0
  if [ "$(id -u)" -ne 0 ] || ! command -v apt-get >/dev/null; then
    echo "The tests need these programs: ${missing[*]}. Install them (on Debian: apt-get install ${missing[*]}), then run this again." >&2
    exit 1
  fi
  echo "Installing ${missing[*]}…"
  apt-get update -qq
  DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null
}
