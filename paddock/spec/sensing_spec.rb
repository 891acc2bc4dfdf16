# frozen_string_literal: true

require_relative "paddock_helper"

RSpec.describe "Current sensing" do
  it "shows the offset of its sensors while no current flows, less what it is told to take off" do
    build("Carriage") do |drive|
      drive["sensor"] = { "step" => 0.0024, "noise" => 0.006, "offset_u" => 0.031, "offset_v" => -0.018 }
    end
    expect([read("sensing.current_u"), read("sensing.current_v")]).to match(
      [be_within(0.003).of(0.031), be_within(0.003).of(-0.018)]
    )
    write("sensing.offset_u", 0.031)
    write("sensing.offset_v", -0.018)
    pass(0.2)
    expect([read("sensing.current_u"), read("sensing.current_v")]).to all(be_within(0.003).of(0.0))
  end

  it "holds the offsets fast while the power stage is on" do
    commissioned("Carriage")
    enable
    expect { write("sensing.offset_u", 0.1) }.to raise_error(/enabled/)
  end

  # As the test in the application does it: the correction taken away, 40 readings every 50 ms; the rated current is the
  # least that anybody would connect.
  it "tells the offset within half a percent of the rated current, whatever the sensors are", :aggregate_failures do
    random = Chance.named("current sensors")
    (Bench::SETTINGS.keys * 6)
      .first(40)
      .each do |name|
        rated = Bench::SETTINGS.fetch(name).fetch("motor.rated_current")
        truth = {
          "sensing.offset_u" => random.rand(-0.2..0.2) * rated,
          "sensing.offset_v" => random.rand(-0.2..0.2) * rated
        }
        step = random.rand(0.0005..0.004) * rated # 10 to 12 bits over four times the rated current, and a little worse
        build(name) do |drive|
          drive["sensor"] = {
            "step" => step,
            "noise" => random.rand(0.5..3.0) * step,
            "offset_u" => truth["sensing.offset_u"],
            "offset_v" => truth["sensing.offset_v"],
            "gain_u" => random.rand(0.97..1.03),
            "gain_v" => random.rand(0.97..1.03)
          }
          drive["serial"] = random.rand(1..0xFFFFFF)
        end
        keys = truth.keys.select { |key| @stand_in.profile[key] }
        pass(0.2)
        looks = Array.new(40) { pass(0.05) && keys.map { |key| read(key.sub("offset", "current")) } }
        found =
          Gallop::Identify::SensorOffset.new(
            keys.zip(looks.transpose).to_h,
            names: keys.to_h { |key| [key, key] },
            rated: rated
          )
        found.estimates.each do |one|
          expect(one.figure).to be_within(0.005 * rated).of(truth[one.key]),
          "#{name}: #{one.figure} A for #{truth[one.key]} A"
        end
      end
  end

  # An offset in U alone adds an α current of its size: as the current regulator holds what it sees at nothing, the true
  # torque ripples once in each electrical turn, with K_t/√2 · offset · 2/√3 at the peak.
  it "turns with less ripple once the offsets are taken off" do
    ripple =
      [0.0, 0.25].map do |taken_off|
        commissioned("Carriage") do |drive|
          drive["sensor"] = { "step" => 0.0024, "noise" => 0.0, "offset_u" => 0.25, "offset_v" => 0.0 }
        end
        write("sensing.offset_u", taken_off)
        enable
        write("speed.target", 120)
        pass(1.0)
        torques = Array.new(400) { pass(0.001) && @stand_in.axis.motor.torque }
        torques.max - torques.min
      end
    expect(ripple.last).to be < 0.2 * ripple.first
    expect(ripple.first).to be_within(0.06).of(2 * 0.25 * 0.488 / Math.sqrt(2) * 2 / Math.sqrt(3))
  end

  it "is there with every family, for as many sensors as it has" do
    channels =
      Gallop::Objects::Profile::FAMILIES.to_h do |family|
        [family, Gallop::Objects::Profile.load(family).entries.map(&:key).grep(/\Asensing\./).size]
      end
    expect(channels).to eq("haflinger" => 5, "shire" => 5, "fjord" => 5, "camargue" => 5, "exmoor" => 3, "konik" => 5)
  end
end
