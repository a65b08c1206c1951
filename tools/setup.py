#!/usr/bin/env python3
"""Set up Tarte on a fresh machine, and serve it. Standard library only; runs before anything is installed.

    setup.py ready [--dev]   install what is missing (skipped when nothing changed)
    setup.py demo            ready, then make the demo kitchen and serve it on 127.0.0.1:8000
    setup.py kitchen         ready, then make a kitchen of one's own where there is none, and serve it
    setup.py serve           ready, then serve that kitchen
    setup.py backup          ready, then write that kitchen to a file
    setup.py restore         ready, then bring a kitchen back from the file FILE names
    setup.py dev             ready --dev, then the API with reload and the front end's dev server
    setup.py browser         install Debian's Chromium when there is no browser
    setup.py lock            work the locked requirements out anew

The code keeps to syntax that an old Python can read, so that it can say that it is too old.
"""

from __future__ import print_function

import hashlib
import os
import re
import shutil
import socket
import subprocess
import sys
import tempfile

ROOT = os.path.dirname(os.path.dirname(os.path.abspath(__file__)))
VENV = os.path.join(ROOT, ".venv")
BIN = os.path.join(VENV, "bin")
STAMPS = os.path.join(ROOT, ".setup")
WEB = os.path.join(ROOT, "web")
NEED_PYTHON = (3, 11)
NEED_NODE = (20, 19)
PORT = int(os.environ.get("TARTE_PORT", "8000"))
UV_FLAGS = "--generate-hashes --universal --python-version 3.11 --no-emit-index-url --no-emit-find-links -q".split()


def stop(message):
    print("\nTarte can't start: " + message, file=sys.stderr)
    sys.exit(1)


def run(command, cwd=ROOT, env=None, quiet=False):
    """Run a command; when it fails, show what it said and stop."""
    full = dict(os.environ, **(env or {}))
    pipe = subprocess.PIPE if quiet else None
    done = subprocess.Popen(command, cwd=cwd, env=full, stdout=pipe, stderr=subprocess.STDOUT if quiet else None)
    said, _ = done.communicate()
    if done.returncode != 0:
        if said:
            print(said.decode("utf-8", "replace")[-4000:], file=sys.stderr)
        stop("`{}` failed.".format(" ".join(os.path.basename(c) for c in command[:4])))


def check_python():
    if sys.version_info[:2] < NEED_PYTHON:
        stop(
            "this is Python {}.{}; it needs Python 3.11 or newer. "
            "Install one and run `make PYTHON=python3.11 demo`.".format(*sys.version_info[:2])
        )


def check_node():
    node, npm = shutil.which("node"), shutil.which("npm")
    if node is None or npm is None:
        stop("Node is missing. Install Node 20.19 or newer with npm, then try again.")
    said = subprocess.check_output([node, "--version"]).decode()
    found = tuple(int(n) for n in re.findall(r"\d+", said)[:2])
    if found < NEED_NODE:
        stop("this is Node {}; it needs Node 20.19 or newer.".format(said.strip()))


def digest(paths):
    """One hash over the contents of files and folders."""
    total = hashlib.sha256()
    for path in paths:
        names = [path]
        if os.path.isdir(path):
            names = sorted(os.path.join(d, f) for d, _, fs in os.walk(path) for f in fs if not f.endswith(".pyc"))
        for name in names:
            total.update(os.path.relpath(name, ROOT).encode())
            with open(name, "rb") as handle:
                total.update(handle.read())
    return total.hexdigest()


def once(name, inputs, output, work):
    """Do work unless its inputs are what they were last time and its output is there."""
    stamp = os.path.join(STAMPS, name)
    now = digest(inputs)
    if os.path.exists(output) and os.path.exists(stamp):
        with open(stamp) as handle:
            if handle.read() == now:
                return
    work()
    os.makedirs(STAMPS, exist_ok=True)
    with open(stamp, "w") as handle:
        handle.write(now)


def ready(dev):
    check_python()
    check_node()
    once("venv", [], os.path.join(BIN, "python"), make_venv)
    uv = os.path.join(ROOT, "requirements", "uv.txt")
    once("uv", [uv], os.path.join(BIN, "uv"), lambda: install_uv(uv))
    kind = "dev" if dev or os.path.exists(os.path.join(STAMPS, "python-dev")) else "run"
    wanted = os.path.join(ROOT, "requirements", kind + ".txt")
    once("python-" + kind, [wanted], os.path.join(BIN, "uvicorn"), lambda: install_python(wanted))
    locks = [os.path.join(WEB, "package.json"), os.path.join(WEB, "package-lock.json")]
    once("npm", locks, os.path.join(WEB, "node_modules", "vite"), install_npm)
    names = ("src", "public", "index.html", "vite.config.ts", "package-lock.json")
    sources = [os.path.join(WEB, name) for name in names]
    once("build", sources, os.path.join(WEB, "dist", "index.html"), build)
    bake = os.path.join(ROOT, "dough", "bake")
    once("launcher", [], os.path.join(BIN, "tarte"), make_launcher)
    once("model", [bake, wanted, os.path.join(ROOT, "dough", "data")], os.path.join(ROOT, ".tarte", "compiled"), warm)


def make_venv():
    print("Making a Python environment ...")
    try:
        import ensurepip  # noqa: F401
    except ImportError:
        stop("this Python can't make environments. On Debian: apt-get install python3-venv")
    run([sys.executable, "-m", "venv", VENV], quiet=True)


def install_uv(wanted):
    pip = [os.path.join(BIN, "python"), "-m", "pip", "install", "-q", "--disable-pip-version-check"]
    run([*pip, "--require-hashes", "-r", wanted], quiet=True)


def install_python(wanted):
    print("Installing Python packages ...")
    uv = [os.path.join(BIN, "uv"), "pip", "install", "-q", "--python", os.path.join(BIN, "python")]
    run([*uv, "--require-hashes", "-r", wanted], quiet=True)


def install_npm():
    print("Installing the front end's packages ...")
    run(["npm", "ci", "--no-progress"], cwd=WEB, quiet=True)


def build():
    print("Building the screens ...")
    run(["npm", "run", "-s", "build"], cwd=WEB, quiet=True)


def make_launcher():
    """A `tarte` command in the environment, for `tarte forecast FILE`."""
    path = os.path.join(BIN, "tarte")
    with open(path, "w") as handle:
        handle.write("#!/bin/sh\n# The command line over this checkout's core.\n")
        handle.write("PYTHONPATH='{0}' exec '{1}' -m cli \"$@\"\n".format(ROOT, os.path.join(BIN, "python")))
    os.chmod(path, 0o755)  # noqa: S103


def warm():
    print("Compiling the bake model ...")
    shutil.rmtree(os.path.join(ROOT, ".tarte", "compiled"), ignore_errors=True)
    env = dict(os.environ, TARTE_DATA=os.path.join(ROOT, ".tarte", "setup"))
    run([os.path.join(BIN, "python"), "manage.py", "warm_model"], env=env, quiet=True)


def port_is_free(port):
    with socket.socket(socket.AF_INET, socket.SOCK_STREAM) as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError:
            return False
    return True


def demo():
    ready(dev=False)
    port_or_stop("demo")
    data = os.environ.get("TARTE_DATA", os.path.join(ROOT, ".tarte", "demo"))
    env = dict(os.environ, TARTE_DEMO="1", TARTE_DATA=data)
    manage(env, "open_folder", "demo", "--make")
    manage(env, "load_demo")
    serve_on(env)


def kitchen():
    """A kitchen of one's own in its own folder: made where there is none yet, and served."""
    ready(dev=False)
    port_or_stop("kitchen")
    env = own_env()
    manage(env, "open_folder", "kitchen", "--make")
    if not os.path.exists(os.path.join(env["TARTE_DATA"], "folder.json")):
        manage(env, "make_kitchen")
    serve_on(env)


def serve():
    ready(dev=False)
    port_or_stop("serve")
    env = own_env()
    manage(env, "open_folder", "kitchen")
    serve_on(env)


def own_env():
    env = dict(os.environ, TARTE_DATA=os.environ.get("TARTE_DATA", os.path.join(ROOT, ".tarte", "kitchen")))
    env.pop("TARTE_DEMO", None)
    return env


def manage(env, *command):
    """Run one of the project's commands; where it fails it has said why itself."""
    sys.stdout.flush()
    if subprocess.call([os.path.join(BIN, "python"), "manage.py", *command], cwd=ROOT, env=env):
        sys.exit(1)


def serve_on(env):
    python = os.path.join(BIN, "python")
    run([python, "-m", "compileall", "-q", "dough", "kitchen", "tarte"], env=env)
    sys.stdout.flush()
    os.chdir(ROOT)
    os.execvpe(python, [python, "-m", "tarte.serve"], dict(env, TARTE_PORT=str(PORT)))


def backup():
    """Write that kitchen to a file, in TARTE_BACKUPS."""
    ready(dev=False)
    manage(own_env(), "back_up")


def restore():
    """Bring a kitchen back from FILE into an empty data folder; LOOK=1 only says what would come."""
    path = os.environ.get("FILE", "")
    if not path:
        stop("say which file: `make restore FILE=kitchen-….tarte-kitchen.zip`, and LOOK=1 to only see what would come.")
    ready(dev=False)
    env = own_env()
    if os.environ.get("LOOK"):
        with tempfile.TemporaryDirectory() as empty:
            manage(dict(env, TARTE_DATA=empty), "restore", os.path.abspath(path), "--look")
        return
    manage(env, "open_folder", "kitchen", "--make")
    manage(env, "restore", os.path.abspath(path))


def port_or_stop(verb):
    if not port_is_free(PORT):
        stop(
            "something already listens on 127.0.0.1:{0}. Stop it, or choose another port: "
            "`make {2} TARTE_PORT={1}`.".format(PORT, PORT + 1, verb)
        )


def serve_flags():
    return ["--host", "127.0.0.1", "--port", str(PORT), "--log-level", "warning", "--timeout-graceful-shutdown", "3"]


def dev():
    ready(dev=True)
    data = os.environ.get("TARTE_DATA", os.path.join(ROOT, ".tarte", "dev"))
    env = dict(os.environ, TARTE_DEMO="1", TARTE_DEBUG="1", TARTE_DATA=data)
    env["TARTE_API"] = "http://127.0.0.1:{}".format(PORT)
    python = os.path.join(BIN, "python")
    manage(env, "open_folder", "demo", "--make")
    manage(env, "load_demo")
    reload_on = ["--reload", "--reload-dir", "dough", "--reload-dir", "kitchen", "--reload-dir", "tarte"]
    server = subprocess.Popen(
        [python, "-m", "uvicorn", "tarte.asgi:application", *serve_flags(), *reload_on], cwd=ROOT, env=env
    )
    print("Open {} once to sign in, then the dev server's address below.".format(env["TARTE_API"]))
    try:
        subprocess.call(["npm", "run", "dev"], cwd=WEB, env=env)
    finally:
        server.terminate()


def browser():
    """Chromium from Debian's packages, for the tests, pictures and measurements."""
    if shutil.which("chromium"):
        return
    if shutil.which("apt-get") is None or os.geteuid() != 0:
        stop("the tests need Chromium. As root on Debian: apt-get install chromium")
    print("Installing Chromium ...")
    env = {"DEBIAN_FRONTEND": "noninteractive"}
    run(["apt-get", "update", "-qq"], env=env, quiet=True)
    run(["apt-get", "install", "-y", "-qq", "--no-install-recommends", "chromium"], env=env, quiet=True)


def lock():
    ready(dev=False)
    uv = os.path.join(BIN, "uv")
    for target, source in (
        ("uv.txt", ["requirements/uv.in"]),
        ("run.txt", ["pyproject.toml"]),
        ("dev.txt", ["pyproject.toml", "--extra", "dev"]),
    ):
        run([uv, "pip", "compile", *UV_FLAGS, *source, "-o", "requirements/" + target])
    run(["npm", "install", "--package-lock-only"], cwd=WEB)


if __name__ == "__main__":
    os.chdir(ROOT)
    verb = sys.argv[1] if len(sys.argv) > 1 else ""
    verbs = {
        "ready": lambda: ready("--dev" in sys.argv),
        "demo": demo,
        "kitchen": kitchen,
        "serve": serve,
        "backup": backup,
        "restore": restore,
        "dev": dev,
        "browser": browser,
        "lock": lock,
    }
    if verb not in verbs:
        stop("say one of: " + ", ".join(sorted(verbs)))
    verbs[verb]()
