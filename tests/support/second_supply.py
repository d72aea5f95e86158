"""A bench supply in SCPI over TCP, written apart from the stand-in and with other habits: one command a line, CR LF, exponents,
long forms, a sign in front of error numbers, one connection at a time. Prints the port it listens on."""

import re
import socketserver
import sys

LONG = {"VOLTAGE": "VOLT", "CURRENT": "CURR", "OUTPUT": "OUTP", "MEASURE": "MEAS", "SYSTEM": "SYST",
        "ERROR": "ERR", "STATE": "STAT", "LEVEL": "", "IMMEDIATE": "", "AMPLITUDE": "", "SOURCE": "",
        "SCALAR": "", "DC": "", "NEXT": ""}
NUMBER = re.compile(r"^([+-]?\d*\.?\d+(?:E[+-]?\d+)?)\s*(M?[VA])?$")
MOST = {"VOLT": 20.0, "CURR": 8.0}


class Supply:
    def __init__(self):
        self.set = {"VOLT": 0.0, "CURR": 0.5}
        self.on = False
        self.errors = []

    def header(self, text):
        query = text.endswith("?")
        nodes = [LONG.get(n, n) for n in text.rstrip("?").lstrip(":").upper().split(":")]
        return ":".join(n for n in nodes if n) + ("?" if query else "")

    def measured(self, what):
        if not self.on:
            return 0.0
        return self.set["VOLT"] if what == "VOLT" else min(0.42, self.set["CURR"])

    def fail(self, number, words):
        self.errors.append(f'{number},"{words}"')

    def do(self, line):
        if ";" in line:
            return self.fail(-113, "Undefined header")
        head, _, rest = line.strip().partition(" ")
        name, argument = self.header(head), rest.strip().upper()
        if name == "*IDN?":
            return "Harbour Works,HW-160,000217,2.04"
        if name == "*CLS":
            self.errors.clear()
        elif name == "*OPC?":
            return "1"
        elif name == "SYST:ERR?":
            return self.errors.pop(0) if self.errors else '+0,"No error"'
        elif name in ("MEAS:VOLT?", "MEAS:CURR?"):
            return f"{self.measured(name[5:9]):+.5E}"
        elif name in ("OUTP?", "OUTP:STAT?"):
            return "1" if self.on else "0"
        elif name in ("VOLT?", "CURR?"):
            key = name[:4]
            value = {"": self.set[key], "MAX": MOST[key], "MIN": 0.0}.get(argument)
            return self.fail(-224, "Illegal parameter value") if value is None else f"{value:+.5E}"
        elif name in ("VOLT", "CURR"):
            match = NUMBER.match(argument)
            if not match:
                return self.fail(-104, "Data type error")
            value = float(match[1]) * (0.001 if (match[2] or "").startswith("M") else 1)
            if not 0 <= value <= MOST[name]:
                return self.fail(-222, "Data out of range")
            self.set[name] = value
        elif name in ("OUTP", "OUTP:STAT"):
            if argument not in ("ON", "OFF", "1", "0"):
                return self.fail(-104, "Data type error")
            self.on = argument in ("ON", "1")
        else:
            self.fail(-113, "Undefined header")
        return None


SUPPLY = Supply()


class Handler(socketserver.StreamRequestHandler):
    def handle(self):
        for raw in self.rfile:
            answer = SUPPLY.do(raw.decode("latin-1").strip())
            if answer is not None:
                self.wfile.write((answer + "\r\n").encode("latin-1"))


server = socketserver.TCPServer(("127.0.0.1", 0), Handler)
print(server.server_address[1], flush=True)
sys.stdin.close()
server.serve_forever()
