# frozen_string_literal: true

require_relative "core_helper"
require "json"
require "open3"

# What follows from the facts of machines by chance, against core/spec/tools/machines.py: another program, from the
# physics.
RSpec.describe Gallop::Machine do
  script = File.expand_path("tools/machines.py", __dir__)
  count = Chance.times(60, 600)
  families = { "haflinger" => "synchronous", "shire" => "induction", "exmoor" => "brushed", "konik" => "stepper" }

  let(:random) { Chance.named("machines") }

  def figure(range) = Math.exp(random.rand(Math.log(range.begin)..Math.log(range.end))).then { |x| Float("%.3g" % x) }

  def synchronous
    torque = figure(0.3..12)
    speed = [2000, 3000, 4000].sample(random: random)
    constant = figure(0.2..1.2)
    {
      rated_torque: torque,
      rated_speed: speed,
      rated_current: (torque / constant).round(4),
      peak_current: (3 * torque / constant).round(3),
      pole_pairs: random.rand(2..6),
      torque_constant: constant,
      line_resistance: figure(1..15),
      line_inductance: figure(4..40),
      rotor_inertia: figure(0.05..8),
      thermal_time: figure(10..60),
      top_speed: (speed * random.rand(0.8..1.4)).round
    }
  end

  def induction
    voltage = [230, 400, 460].sample(random: random)
    hertz = voltage == 460 ? 60 : 50
    pairs = random.rand(1..3)
    power = figure(0.4..3.5)
    cosine = random.rand(0.7..0.88).round(3)
    current = power * 1000 / (random.rand(0.74..0.86) * cosine * voltage * Math.sqrt(3))
    {
      rated_power: power,
      rated_voltage: voltage,
      rated_current: current.round(3),
      rated_frequency: hertz,
      rated_speed: (60.0 * hertz / pairs * random.rand(0.93..0.985)).round,
      power_factor: cosine,
      top_speed: (60.0 * hertz / pairs * random.rand(0.8..1.9)).round,
      rotor_inertia: figure(5..200)
    }
  end

  def brushed
    constant = figure(0.03..0.2)
    current = figure(2..15)
    {
      rated_torque: (current * 0.93 * constant).round(4),
      rated_speed: figure(1000..4000).round,
      rated_current: current,
      peak_current: 3 * current,
      torque_constant: constant,
      line_resistance: figure(0.1..0.6),
      line_inductance: figure(0.1..1),
      no_load_current: (current * 0.06).round(3),
      rotor_inertia: figure(0.3..5),
      top_speed: figure(1000..5000).round
    }
  end

  def stepper =
    {
      steps: [200, 400].sample(random: random),
      holding_torque: figure(1..6),
      rated_current: figure(2..5),
      line_resistance: figure(0.4..2),
      line_inductance: figure(2..10),
      rotor_inertia: figure(0.5..5),
      top_speed: figure(200..1500).round
    }

  def mechanics
    kind = %w[screw belt rack roller wheel table].sample(random: random)
    gear = { gear_motor: random.rand(1..40), gear_output: random.rand(1..4), gear_efficiency: random.rand(40..100) }
    side = { mechanism: kind, **gear, motor_side_inertia: figure(0.05..2) }
    return side.merge(table) if kind == "table"
    shape = {
      "screw" => {
        lead: figure(2..40)
      },
      "belt" => {
        teeth: random.rand(12..60),
        pitch: [3, 5, 8].sample(random: random)
      },
      "rack" => {
        teeth: random.rand(12..40),
        pitch: figure(3..15)
      },
      "roller" => {
        diameter: figure(40..400)
      },
      "wheel" => {
        diameter: figure(80..400)
      }
    }
    side.merge(shape.fetch(kind), line)
  end

  def table =
    {
      load_inertia: figure(10..1e5),
      friction_torque: figure(0.1..20),
      process_torque: figure(0.1..20),
      speed: figure(10..300),
      acceleration: figure(50..5000),
      stroke: figure(0.2..5),
      cycle_time: 60,
      stiffness: figure(100..1e6)
    }

  def line =
    {
      load_mass: figure(1..300),
      slope: [0, 0, 30, 90, -15].sample(random: random),
      counterweight: [0, figure(1..50)].sample(random: random),
      friction_force: figure(1..200),
      process_force: figure(1..300),
      speed: figure(1..60),
      acceleration: figure(0.2..8),
      stroke: figure(50..3000),
      cycle_time: 200,
      stiffness: figure(0.5..500)
    }

  def power(volts) =
    {
      mains_voltage: (volts * random.rand(0.92..1.0)).round,
      resistor: figure(80..300),
      stop_time: figure(0.2..20),
      stop_speed: figure(300..3000).round
    }

  def machine(family, kind)
    profile = Gallop::Objects::Profile.load(family)
    facts = { motor: send(kind) }
    facts[:mechanics] = mechanics unless family == "exmoor"
    facts[:power] = power(profile.rating[:mains_voltage]) if profile.rating.key?(:mains_voltage)
    bus = facts.dig(:power, :mains_voltage)&.*(Math.sqrt(2)) || profile.rating[:bus_voltage]
    {
      kind: kind,
      family: family,
      facts: facts,
      drive: profile.rating.slice(:peak_current, :capacitance, :chopper, :trip).merge(bus: bus)
    }
  end

  def told(one)
    typed = one[:facts].to_h { |stage, facts| [stage.to_s, facts.to_h { |key, value| [key.to_s, value.to_s] }] }
    whole = described_class.new(Gallop::Objects::Profile.load(one[:family]), typed)
    typed.keys.to_h do |stage|
      expect(whole.stage(stage).sheet.problems).to eq({})
      [stage, whole.stage(stage).assessment.consequences.select(&:value).to_h { |item| [item.id, item.value] }]
    end
  end

  it "tells what the other program tells, of #{count} machines", :aggregate_failures do
    machines = Array.new(count) { |n| machine(*families.to_a[n % families.size]) }
    out, status = Open3.capture2("python3", script, stdin_data: JSON.generate(machines))
    expect(status).to be_success
    compared = 0
    JSON
      .parse(out)
      .zip(machines)
      .each do |expected, one|
        seen = told(one)
        expected.each do |stage, figures|
          figures.each do |id, value|
            figure = seen.fetch(stage)[id]
            next expect(figure).to(be_nil, "#{id} of #{one}") if value.nil?
            compared += 1
            expect(figure).to be_within(0.01 * value.abs + 1e-9).of(value), "#{id}: #{figure}, and #{value} of #{one}"
          end
        end
      end
    puts "Compared: #{compared} figures of #{machines.size} machines"
    expect(compared).to be > 5 * count
  end
end
