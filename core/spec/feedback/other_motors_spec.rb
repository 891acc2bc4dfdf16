# frozen_string_literal: true

require_relative "../core_helper"

# What feedback means for a motor with brushes, and for a stepper.
RSpec.describe Gallop::Feedback::Device do
  BRUSHED = {
    "rated_torque" => "0.749",
    "rated_speed" => "4510",
    "rated_current" => "8.4",
    "torque_constant" => "0.096",
    "line_resistance" => "0.32",
    "top_speed" => "3400"
  }.freeze
  STEPPER = {
    "steps" => "200",
    "holding_torque" => "3.4",
    "rated_current" => "4",
    "line_resistance" => "0.88",
    "line_inductance" => "6.3",
    "top_speed" => "1200"
  }.freeze

  def stage(facts, family: "exmoor", motor: BRUSHED, mechanics: {})
    Gallop::Machine.new(
      Gallop::Objects::Profile.load(family),
      "motor" => motor,
      "mechanics" => mechanics,
      "feedback" => facts
    ).stage("feedback")
  end

  def figures(facts, **options) =
    stage(facts, **options).assessment.consequences.to_h { |item| [item.id, item.words || item.value] }
  def ids(facts, **options) = stage(facts, **options).assessment.findings.map(&:id)
  stepper = { family: "konik", motor: STEPPER }

  # 0.00393/K · 80 K · 0.32 Ω · 8.4 A / 0.096 V·s/rad = 8.803 rad/s
  it("tells how far the speed by the back-EMF is off when warm") do
    expect(figures({ "device" => "none" })["speed_by_emf"]).to be_within(0.05).of(84.06)
  end
  it("needs no alignment where brushes find the field") do
    expect(
      [
        figures({ "device" => "none" })["start_up"],
        figures({ "device" => "incremental", "lines" => "500" })["start_up"]
      ]
    ).to eq(["at once", "at once"])
  end
  it("says what may be controlled") do
    expect(
      [
        figures({ "device" => "none" })["control_methods"],
        figures({ "device" => "incremental", "lines" => "500" })["control_methods"]
      ]
    ).to eq(["torque, speed", "torque, speed, position"])
  end

  finds_beside [
                 ["speed_by_back_emf", { "device" => "none" }, { "device" => "incremental", "lines" => "500" }],
                 [
                   "speed_by_back_emf",
                   { "device" => "none" },
                   [{ "device" => "none" }, { family: "shire", motor: {} }]
                 ],
                 ["feedback_missing", [{ "device" => "none" }, stepper], { "device" => "none" }],
                 ["device_not_taken", { "device" => "halls" }, { "device" => "incremental", "lines" => "500" }],
                 [
                   "alignment_needed",
                   [{ "device" => "incremental", "lines" => "2500" }, stepper],
                   [{ "device" => "absolute", "single_bits" => "17" }, stepper]
                 ],
                 # 50 electrical turns: 128 counts in each are 6 400, which are 1 600 lines
                 [
                   "too_coarse",
                   [{ "device" => "incremental", "lines" => "1599" }, stepper],
                   [{ "device" => "incremental", "lines" => "1600" }, stepper]
                 ]
               ]

  it "tells a stepper's way of the alignment" do
    note =
      stage({ "device" => "incremental", "lines" => "2500" }, **stepper)
        .assessment
        .consequences
        .find { |item| item.id == "start_up" }
        .note
    expect(note).to match(/half an electrical turn, 4.° of the shaft/)
  end

  it("offers no hall sensors to a drive that has no input for them") do
    expect(
      stage({ "device" => "incremental", "lines" => "2500" }, **stepper)
        .assessment
        .findings
        .find { |finding| finding.id == "alignment_needed" }
        .so
    ).to match(/absolute device/)
  end

  describe Gallop::Feedback::Running do
    # A motor that ran away, or did not follow its field; what that means depends on its wires.
    def cause(fault, wires, turned_by_hand = nil, way: 10)
      looks =
        Array.new(5) do |n|
          described_class::Look.new(
            at: n * 0.05,
            demand: 100.0,
            speed: -50.0,
            torque_current: 2.0,
            current: 2.0,
            count: n * way,
            fault: n == 4 ? fault : 0
          )
        end
      described_class
        .new(
          looks,
          described_class::Axis.new(
            counts: 2000,
            pole_pairs: nil,
            rated_current: 4.0,
            wires: wires,
            turned_by_hand: turned_by_hand
          )
        )
        .findings
        .first
        .then { |finding| "#{finding.headline}. #{finding.because} #{finding.so}" }
    end

    # @param looks [Hash] what each of a second of looks has; a Proc is given its number
    def ids(**looks)
      usual = { demand: 100.0, speed: 100.0, torque_current: 1.0, current: 2.0, count: ->(n) { n * 100 } }
      seen =
        Array.new(21) do |n|
          described_class::Look.new(
            at: n * 0.05,
            **usual.merge(looks).transform_values { |one| one.respond_to?(:call) ? one.call(n) : one }
          )
        end
      axis =
        described_class::Axis.new(
          counts: 2000,
          pole_pairs: 4,
          rated_current: 4.0,
          torque_constant: 0.5,
          gravity: 0.3,
          friction: 0.05
        )
      described_class.new(seen, axis).findings.map(&:id)
    end

    it "tells a shaft that runs off the way it was told, from one that its load drives" do
      expect(ids(speed: 210.0, torque_current: -2.0)).to eq(["commutation"])
      expect(ids(speed: -210.0, demand: -100.0, torque_current: 2.0)).to eq(["commutation"])
      expect(ids(speed: 190.0, torque_current: -2.0)).to eq([])
      expect(ids(speed: 210.0, torque_current: 2.0)).to eq([]) # it speeds up by itself
      expect(ids(speed: 210.0, torque_current: -1.0)).to eq([]) # 0.5 N·m are little more than the load
      expect(ids(speed: 210.0, torque_current: -2.0, current: 1.0)).to eq([])
      expect(ids(speed: ->(n) { n < 8 ? 210.0 : 100.0 }, torque_current: -2.0)).to eq([])
    end

    it "tells a count that is dead, by the pulses of its index, from a shaft that stands" do
      still = { speed: 0.0, torque_current: 2.0, count: ->(n) { n / 5 } }
      expect(ids(**still, index: ->(n) { (65_530 + n) & 0xFFFF })).to eq(["dead_count"])
      expect(ids(**still, index: 17)).to eq(["shaft_held"])
      expect(ids(**still)).to eq(["shaft_held"])
      expect(ids(**still, count: ->(n) { n * 30 }, index: ->(n) { n })).to eq(["commutation"])
    end

    it "speaks of the two wires of a motor with brushes" do
      expect(cause(0x7122, 2)).to match(/ran away.*The current runs against.*the two motor wires/m)
      expect(cause(0x7122, 2, "proven")).to match(/Exchange the two motor wires\./)
    end

    it "speaks of the phases of a stepper that was not aligned" do
      expect(cause(0xFF30, 4)).to match(/did not follow the field in the alignment.*wires of a motor phase/m)
      expect(cause(0xFF30, 4, "proven")).to match(
        /wires of one motor phase are exchanged, or one is open.*check all four/m
      )
    end

    it("knows a shaft that is held in the alignment from one that goes elsewhere") do
      expect(cause(0xFF30, 4, way: 0)).to match(/The shaft does not move at 2.00.A.*holding brake/m)
    end
    it("speaks of three phases else") do
      expect(cause(0x7122, 3, "proven")).to match(/two motor phases are exchanged.*V with W/m)
    end

    it "speaks of a phase that the drive found without current, and of the wires of a motor with brushes" do
      expect(cause(0xFF20, 3)).to match(/A motor phase carries nothing/)
      expect(cause(0xFF20, 2)).to match(/No current flows in the motor/)
    end

    # A slow loop needs half a second to overcome friction.
    it "does not accuse a shaft that stood for a while and turns now" do
      axis = described_class::Axis.new(counts: 24, pole_pairs: 4, rated_current: 20.0)
      found = ->(*parts) do
        described_class.new(parts.flatten.map { |one| described_class::Look.new(**one) }, axis).findings.map(&:id)
      end
      part = ->(from, demand, speed, count) do
        Array.new(12) do |n|
          { at: from + n * 0.05, demand: demand, speed: speed, torque_current: 2.4, current: 2.4, count: count + n / 6 }
        end
      end
      stands = part.(0.0, 100.0, 0.0, 0)
      expect(found.(stands)).to eq(%w[commutation])
      expect(found.(stands, part.(0.6, 0.0, 0.0, 2))).to eq(%w[commutation])
      expect(found.(stands, part.(0.6, 120.0, 110.0, 2))).to eq([])
      expect(found.(part.(-0.6, 120.0, 110.0, 0), stands)).to eq(%w[commutation])
    end
  end
end
