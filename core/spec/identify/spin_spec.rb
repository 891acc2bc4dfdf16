# frozen_string_literal: true

require_relative "../core_helper"

# A motor on paper: the speed goes as it is told, torque, current and voltage follow from the physics, written down
# here once more.
RSpec.describe Gallop::Identify::Spin do
  INERTIA = 3.2e-4
  COULOMB = 0.11
  VISCOUS = 2.5e-4
  LOAD = -0.06
  FLUX = 0.058
  PAIRS = 4
  RESISTANCE = 1.9
  INDUCTANCE = 6.0e-3
  STAGE = 7.0 # V
  PLACE = 0.7 # electrical rad from the count to the magnets
  DELAY = 1.5 / 16_000
  UP = 300.0 # rad/s²
  HELD = 0.9 # s

  let(:machine) do
    Gallop::Identify::SpinMachine.new(
      kind: :synchronous,
      shaft: Gallop::Shaft.turning,
      pairs: PAIRS,
      counts: 131_072.0,
      resistance: RESISTANCE * 1.01,
      inductance: INDUCTANCE * 0.98,
      torque_constant: 0.55,
      rotor_inertia: 0.4e-4,
      load_inertia: 0.0,
      rated_current: 2.6,
      rated_torque: 1.2,
      period: 1.0 / 16_000,
      bus: 325.0
    )
  end
  let(:cycles) { [60.0, 105.0, 150.0].map { |speed| Gallop::Identify::Cycle.new(take(speed), speed, machine) } }
  let(:emf) { Gallop::Identify::BackEmf.new(cycles, machine) }
  let(:momentum) { Gallop::Identify::Momentum.new(cycles, emf, machine) }

  # rad/s and rad/s² at a time of the cycle
  def told(time, speed)
    ramp = speed / UP
    [[ramp, UP], [HELD, 0.0], [2 * ramp, -UP], [HELD, 0.0], [ramp, UP]].reduce(
      [time - 0.25, 0.0]
    ) do |(left, now), (lasts, rate)|
      return now, 0.0 if left.negative?
      return now + rate * left, rate if left < lasts
      [left - lasts, now + rate * lasts]
    end => [_, last]
    [last, 0.0]
  end

  def take(top, field: PLACE + 0.05)
    interval = 0.002
    columns = Hash.new { |all, key| all[key] = [] }
    angle = 0.0
    random = Random.new(5)
    ((4 * top / UP + 2 * HELD + 0.5) / interval).round.times do |n|
      omega, rate = told(n * interval, top)
      torque = INERTIA * rate + COULOMB * (omega <=> 0) + VISCOUS * omega + LOAD
      electrical = omega * PAIRS
      current = Complex(0, torque / (1.5 * PAIRS * FLUX))
      voltage = Complex(RESISTANCE, electrical * INDUCTANCE) * current + Complex(0, electrical * FLUX)
      voltage += STAGE * current / current.abs if current.abs.positive?
      frame = Complex.polar(1.0, angle * PAIRS + PLACE)
      drive = voltage * frame * Complex.polar(1.0, electrical * DELAY)
      columns["speed.demand"] << omega
      columns["feedback.count"] << (angle * 131_072 / (2 * Math::PI)).floor
      columns["field.angle"] << (angle * PAIRS + field) % (2 * Math::PI)
      columns["current.alpha"] << (current * frame).real + random.rand(-0.01..0.01)
      columns["current.beta"] << (current * frame).imag + random.rand(-0.01..0.01)
      columns["voltage.alpha"] << drive.real
      columns["voltage.beta"] << drive.imag
      angle += omega * interval + 0.5 * rate * interval**2
    end
    Gallop::Identify::Instrument::Take.new(
      columns: columns.transform_values { |column| Numo::DFloat.cast(column) },
      interval: interval
    )
  end

  it "finds the magnets behind a stage that takes voltage of its own, and an error of R and L" do
    expect(emf.torque_constant).to be_within(0.5).percent_of(1.5 * PAIRS * FLUX * Math.sqrt(2))
    expect(emf).to be_sure
    expect(emf.misplaced).to be_within(0.01).of(0.05)
  end

  it "finds inertia, friction and a load that stays" do
    expect(momentum.inertia).to be_within(1).percent_of(INERTIA)
    expect(momentum.coulomb).to be_within(1).percent_of(COULOMB)
    expect(momentum.viscous).to be_within(5).percent_of(VISCOUS)
    expect(momentum.load).to be_within(0.001).of(LOAD)
    expect(momentum.uncertainty(:inertia)).to be_between(0.005 * INERTIA, 0.1 * INERTIA)
  end

  it "goes no faster than there is room for, and as far as it says" do
    course = described_class::Course.within(100.0, speed: 400.0, up: 300.0, down: 600.0)
    top = course.speeds.last
    expect(top).to be < 400
    expect(top**2 / 600 + top * course.hold + top**2 / 1200).to be_within(1e-6).of(90) # of the room
    expect(described_class::Course.within(1e6, speed: 400.0, up: 300.0, down: 600.0).speeds.last).to eq(400)
  end

  it "refuses ramps that are no ramps" do
    sudden = take(60.0)
    steps = sudden["speed.demand"].sign * 60
    count = (steps.cumsum * 0.002 * 131_072 / (2 * Math::PI)).floor
    columns = { **sudden.columns, "speed.demand" => steps, "feedback.count" => count }
    cycle = Gallop::Identify::Cycle.new(sudden.with(columns: columns), 60.0, machine)
    expect { Gallop::Identify::Momentum.new([cycle], emf, machine) }.to raise_error(
      Gallop::Identify::Undecided,
      /over too soon to tell the inertia/
    )
  end

  it "refuses a speed that was not reached" do
    slow = take(60.0)
    slow.columns["speed.demand"] = slow.columns["speed.demand"] * 2
    expect { Gallop::Identify::Cycle.new(slow, 120.0, machine).refuse_unsteady }.to raise_error(
      Gallop::Identify::Undecided,
      /1.146 rpm were asked for, and 573.0 rpm reached/
    )
  end
end
