"""A second computation of what follows from facts, from the physics and not from Gallop's formulas: phasors whose speed is
halved into place, differential equations by small steps, energies by integration. Reads a list of machines as JSON,
writes a list of {stage: {figure: value}} in the units that Gallop tells them in. Nothing but the standard library."""

import json
import math
import sys

RPM = 60 / (2 * math.pi)
G = 9.80665
USABLE = 0.94  # of the bus that a current control keeps for steady state


def halve(good, low, high):
    """The largest x in low..high for which good(x), by halving."""
    for _ in range(120):
        middle = (low + high) / 2
        low, high = (middle, high) if good(middle) else (low, middle)
    return low


def phasor_speed(torque, volts, constant, pairs, resistance, inductance, phases):
    """rad/s at which one phase needs all its voltage. Currents rms in, the emf of a phase as the power that it turns over."""
    current = torque / constant  # rms
    emf = constant / phases  # V rms for a rad/s of shaft: T w = phases E I
    need = lambda w: abs(complex(emf * w, 0) + complex(resistance, w * pairs * inductance) * current)
    return halve(lambda w: need(w) <= volts / math.sqrt(2), 0, 1e5)


def synchronous(f, drive):
    kt, pairs = f["torque_constant"], f["pole_pairs"]
    r, l = f["line_resistance"] / 2, f["line_inductance"] / 2e3
    rated, peak = f["rated_current"], min(f["peak_current"], drive["peak_current"])
    j = f["rotor_inertia"] * 1e-4
    volts = lambda bus: bus * USABLE / math.sqrt(3)
    top = phasor_speed(f["rated_torque"], volts(drive["bus"]), kt, pairs, r, l, 3)
    heat = lambda t: (peak / rated) ** 2 * (1 - math.exp(-t / f["thermal_time"]))
    return {
        "top_speed_on_bus": top * RPM,
        "output_frequency": f["top_speed"] / 60 * pairs,
        "time_at_peak": halve(lambda t: heat(t) <= 1, 0, 1e5) if peak > rated else None,
        "electrical_time_constant": l / r * 1e3,
        # a locked winding at the voltage of one ampere: power over torque squared, times the inertia
        "mechanical_time_constant": j * 3 * r / kt**2 * 1e3,
        "peak_acceleration": peak * kt / j / 1e3,
        "voltage_constant": kt / 3 * math.sqrt(3) * 1000 / RPM,  # two lines, rms
        "flux": kt / 3 / pairs * math.sqrt(2) * 1e3,  # of a phase, peak
        "rated_power": f["rated_torque"] * f["rated_speed"] / RPM,
        "copper_loss": 3 * r * rated**2,
    }


def induction(f, drive):
    hertz, speed = f["rated_frequency"], f["rated_speed"]
    pairs = max(p for p in range(1, 31) if 60 * hertz / p > speed * 1.001)
    field = 60 * hertz / pairs
    power = f["rated_power"] * 1e3
    taken = math.sqrt(3) * f["rated_voltage"] * f["rated_current"] * f["power_factor"]
    reactive = f["rated_current"] * math.sin(math.acos(f["power_factor"]))
    line = drive["bus"] / math.sqrt(2)
    reach = line / f["rated_voltage"]
    whole = field * (reach if f["top_speed"] > field and reach >= 1.2 else min(reach, 1))
    return {
        "synchronous_speed": field,
        "rated_slip": hertz - speed * pairs / 60,
        "rated_torque": power / (speed / RPM),
        "efficiency": power / taken * 100,
        "volts_per_hertz": f["rated_voltage"] / hertz,
        "frequency_at_top_speed": f["top_speed"] * pairs / 60,
        "field_weakening": whole / f["top_speed"] * 100 if f["top_speed"] > whole else None,
        "no_load_current": reactive - 0.1 * f["rated_current"] * f["power_factor"],
        "stator_resistance": (taken - power) * 0.45 / 3 / f["rated_current"] ** 2,
    }


def brushed(f, drive):
    k, r, l = f["torque_constant"], f["line_resistance"], f["line_inductance"] / 1e3
    idle = f.get("no_load_current", 0)
    left = lambda torque: drive["bus"] * USABLE - r * (torque / k + idle)
    return {
        "top_speed_on_bus": left(f["rated_torque"]) / k * RPM,
        "no_load_on_bus": left(0) / k * RPM,
        "electrical_time_constant": l / r * 1e3,
        "mechanical_time_constant": r * f["rotor_inertia"] * 1e-4 / k**2 * 1e3,
        "speed_constant": RPM / k,
        "stall": drive["bus"] / r,
        "speed_drop": r * f["rated_torque"] / k / k * RPM,
        "rated_power": f["rated_torque"] * f["rated_speed"] / RPM,
        "copper_loss": r * f["rated_current"] ** 2,
    }


def stepper(f, drive):
    pairs = f["steps"] / 4
    r, l = f["line_resistance"], f["line_inductance"] / 1e3
    kt = f["holding_torque"] / f["rated_current"]
    volts = drive["bus"] * USABLE
    top = phasor_speed(f["holding_torque"], volts, kt, pairs, r, l, 2)
    speed = f["top_speed"] / RPM
    need = lambda t: abs(complex(kt / 2 * speed, 0) + complex(r, speed * pairs * l) * t / kt)
    left = min(halve(lambda t: need(t) <= volts / math.sqrt(2), 0, 1e4), f["holding_torque"])
    return {
        "step_follows": 360 / f["steps"],
        "top_speed_on_bus": top * RPM,
        "torque_at_top_speed": left,
        "electrical_time_constant": l / r * 1e3,
        "flux": kt / 2 / pairs * math.sqrt(2) * 1e3,
        "copper_loss": 2 * r * f["rated_current"] ** 2,
    }


class Train:
    """Gear, mechanism and load; r metres a radian of the output."""

    def __init__(self, f, rotor):
        self.f, self.rotor = f, rotor * 1e-4
        self.i = f.get("gear_motor", 1) / f.get("gear_output", 1)
        self.eta = f.get("gear_efficiency", 100) / 100
        kind = f["mechanism"]
        around = {
            "screw": lambda: f["lead"] / 1e3,
            "belt": lambda: f["teeth"] * f["pitch"] / 1e3,
            "rack": lambda: f["teeth"] * f["pitch"] / 1e3,
            "roller": lambda: math.pi * f["diameter"] / 1e3,
            "wheel": lambda: math.pi * f["diameter"] / 1e3,
        }
        self.linear = kind in around
        self.travel = around[kind]() if self.linear else None
        self.r = self.travel / (2 * math.pi) if self.linear else 1.0
        # kinetic energy of the load at 1 rad/s of the motor, twice
        out = 1 / self.i
        if self.linear:
            mass = f["load_mass"] + f.get("counterweight", 0)
            self.load = mass * (self.r * out) ** 2
        else:
            self.load = f["load_inertia"] * 1e-4 * out**2
        self.side = f.get("motor_side_inertia", 0) * 1e-4
        hangs = (f.get("load_mass", 0) - f.get("counterweight", 0)) * G * math.sin(math.radians(f.get("slope", 0)))
        self.weight = hangs if self.linear else 0.0
        self.drag = f.get("friction_force" if self.linear else "friction_torque", 0)
        self.work = f.get("process_force" if self.linear else "process_torque", 0)
        factor = 1 / 60 if self.linear else 1 / RPM
        self.v = f["speed"] * factor
        self.a = f["acceleration"] * (1 if self.linear else 1 / RPM)

    def speed(self):
        return self.v / self.r * self.i

    def rate(self):
        return self.a / self.r * self.i

    def torque(self, rate, at_load):
        """By the power that goes over the gear in a turn forward."""
        over = self.load * rate + at_load * self.r / self.i
        return (self.rotor + self.side) * rate + (over / self.eta if over > 0 else over * self.eta)

    def figures(self):
        held = [way * (self.weight + work) for way in (1, -1) for work in (0, self.work)]
        largest = max(abs(self.torque(rate, self.drag + h)) for h in held for rate in (self.rate(), -self.rate()))
        driven = lambda at_load: at_load * self.r / self.i / self.eta
        found = {
            "inertia_at_motor": (self.load + self.side) * 1e4,
            "inertia_ratio": (self.load + self.side) / self.rotor,
            "motor_speed": self.speed() * RPM,
            "acceleration_torque": self.rate() * (self.rotor + self.side + self.load / self.eta),
            "peak_torque": largest,
        }
        if self.linear:
            found["travel_a_turn"] = self.travel / self.i * 1e3
        if self.weight:
            found["gravity_torque"] = driven(self.weight)
        if self.drag:
            found["friction_at_motor"] = driven(self.drag)
        if "stiffness" in self.f:
            spring = self.f["stiffness"] * (1e6 if self.linear else 1) * (self.r / self.i) ** 2
            motor = self.rotor + self.side
            found["anti_resonance"] = math.sqrt(spring / self.load) / (2 * math.pi)
            found["resonance"] = math.sqrt(spring * (1 / motor + 1 / self.load)) / (2 * math.pi)
        if "cycle_time" in self.f:
            found["rms_torque"] = self.rms(driven(self.weight))
        return {key: value for key, value in found.items()}

    def rms(self, rest):
        """Up, along, down, and what is left of the cycle; a short stroke never comes to its speed."""
        f = self.f
        way = f["stroke"] / (1e3 if self.linear else 1 / (2 * math.pi)) / self.r * self.i
        ramp = min(self.speed() / self.rate(), math.sqrt(way / self.rate()))
        along = (way - self.rate() * ramp**2) / (self.rate() * ramp)
        at_load = self.drag + self.weight + self.work
        parts = [(ramp, self.torque(self.rate(), at_load)), (along, self.torque(0, at_load))]
        parts += [(ramp, self.torque(-self.rate(), at_load)), (f["cycle_time"] - 2 * ramp - along, rest)]
        return math.sqrt(sum(time * torque**2 for time, torque in parts) / f["cycle_time"])


def mains(f, drive, inertia, top_speed):
    bus = f["mains_voltage"] * math.sqrt(2)
    high = bus * (1 + f.get("mains_tolerance", 10) / 100)
    energy = 0.5 * inertia * (f.get("stop_speed", top_speed) / RPM) ** 2
    capacitance, chopper, trip = drive["capacitance"] * 1e-6, drive["chopper"], drive["trip"]
    power = 2 * energy / f["stop_time"]
    found = {
        "bus_window": bus,
        "energy_of_a_stop": energy,
        "power_of_a_stop": power,
        "capacitors_take": 0.5 * capacitance * (trip**2 - high**2),
        "shortest_stop": 2 * energy * f["resistor"] / chopper**2,
    }
    held, on, highest, steps = 0.5 * capacitance * high**2, False, high, 40_000
    dt = f["stop_time"] / steps
    for n in range(steps):
        volts = math.sqrt(2 * held / capacitance)
        highest = max(highest, volts)
        on = volts > chopper or (on and volts > 0.98 * chopper)
        held += (power * (1 - n / steps) - (volts**2 / f["resistor"] if on else 0)) * dt
    found["highest_on_stop"] = highest if highest < trip else None
    return found


MOTORS = {"synchronous": synchronous, "induction": induction, "brushed": brushed, "stepper": stepper}


def machine(one):
    drive, stages = one["drive"], one["facts"]
    motor = stages["motor"]
    found = {"motor": MOTORS[one["kind"]](motor, drive)}
    inertia = motor.get("rotor_inertia", 0) * 1e-4
    if "mechanics" in stages:
        train = Train(stages["mechanics"], motor["rotor_inertia"])
        found["mechanics"] = train.figures()
        inertia = train.rotor + train.side + train.load
    if "power" in stages:
        found["power"] = mains(stages["power"], drive, inertia, motor["top_speed"])
    return found


json.dump([machine(one) for one in json.load(sys.stdin)], sys.stdout)
