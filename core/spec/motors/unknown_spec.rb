# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Motors::Unknown do
  define_method(:stage) do |facts, family = "haflinger"|
    Gallop::Machine.new(Gallop::Objects::Profile.load(family), "motor" => { "plate" => "none" }.merge(facts)).stage(
      "motor"
    )
  end
  def figures(...) = stage(...).assessment.consequences.to_h { |item| [item.id, item.value] }
  def proposed(...) = stage(...).assessment.proposals.to_h { |item| [item.key, item.figure] }
  def ids(facts) = stage(facts).assessment.findings.map(&:id)

  # Library: 60 mm from 1.6 to 3.08 A; 40 mm from 0.762 A; 80 mm up to 2.89 A. Half of 1.6 A; (0.8/0.762)²; 0.8/2.89
  it "begins with half of the smallest current of its size, and says what a wrong size risks" do
    expect(figures("size" => "60")).to include(
      "starting_current" => be_within(1e-9).of(0.8),
      "if_smaller" => be_within(0.05).of(110.2),
      "if_larger" => be_within(0.05).of(27.7)
    )
  end

  # Frame 80L from 1.76 A in star; 71M 1.02 A; 90L up to 3.3 A
  it "knows shaft heights as well" do
    expect(figures({ "size" => "80" }, "shire")).to include(
      "starting_current" => be_within(1e-9).of(0.88),
      "if_smaller" => be_within(0.05).of(74.4),
      "if_larger" => be_within(0.05).of(26.7)
    )
  end

  # 57 mm flange: 2.1 to 2.8 A; 42 mm from 1.4 A; 86 mm 4 A. Half of 2.1 A; (1.05/1.4)²; 1.05/4
  it "knows the flanges of steppers" do
    expect(figures({ "size" => "57" }, "konik")).to include(
      "starting_current" => be_within(1e-9).of(1.05),
      "if_smaller" => be_within(0.05).of(56.25),
      "if_larger" => be_within(0.05).of(26.25)
    )
  end

  it "has no smaller and no larger class at the ends" do
    expect([figures("size" => "40").keys, figures("size" => "130").keys]).to match(
      [satisfy { |keys| !keys.include?("if_smaller") }, satisfy { |keys| !keys.include?("if_larger") }]
    )
  end

  it "asks for the size alone, and proposes no more than it knows" do
    expect(stage({}).assessment.missing).to eq(%w[size top_speed])
    expect(proposed("size" => "60", "top_speed" => "300")).to match(
      "motor.catalogue_number" => "unknown, 60 mm",
      "motor.rated_current" => 0.8,
      "motor.peak_current" => 0.8,
      "limits.current" => 100.0,
      "limits.motor_speed" => be_within(1e-9).of(300)
    )
  end

  finds_beside [
                 ["motor_unknown", { "size" => "60" }, { "size" => "60", "plate" => "read" }],
                 ["no_sensor", { "sensor" => "none" }, { "sensor" => "ptc" }]
               ]

  # Marmot: 42 mm 7.76 A, 60 mm 10.5 A, 80 mm 28.9 A. Dipper: 52 mm 3.6 to 5.6 A, 42 mm 1.9 A, 63 mm 8.4 A. Half of the
  # smallest; (5.25/7.76)², 5.25/28.9; (1.8/1.9)², 1.8/8.4
  it "knows stators of battery motors by their diameter, and still asks for the power stage" do
    expect(figures({ "size" => "60" }, "fjord")).to include(
      "starting_current" => be_within(1e-9).of(5.25),
      "if_smaller" => be_within(0.05).of(45.8),
      "if_larger" => be_within(0.05).of(18.2)
    )
    expect(figures({ "size" => "52" }, "exmoor")).to include(
      "starting_current" => be_within(1e-9).of(1.8),
      "if_smaller" => be_within(0.05).of(89.8),
      "if_larger" => be_within(0.05).of(21.4)
    )
    expect(stage({ "size" => "60" }, "fjord").assessment.findings.map(&:id)).to include("stage_not_described")
    expect(proposed({ "size" => "60", "gate_level" => "low" }, "fjord")).to include("stage.gate_polarity" => 1)
  end

  it("is no way for drives without such classes") { expect(stage({}, "camargue")).to be_a(Gallop::Motors::Linear) }

  it "leaves the other stages with nothing to reckon with" do
    machine =
      Gallop::Machine.new(
        Gallop::Objects::Profile.load("haflinger"),
        "motor" => {
          "plate" => "none",
          "size" => "60",
          "top_speed" => "300"
        },
        "mechanics" => {
          "mechanism" => "screw",
          "lead" => "10",
          "load_mass" => "5",
          "speed" => "2",
          "acceleration" => "1"
        },
        "power" => {
          "mains_voltage" => "230"
        },
        "feedback" => {
          "device" => "absolute",
          "single_bits" => "17"
        }
      )
    expect(described_class.superclass).to eq(Gallop::Motors::Motor)
    expect { Gallop::Stages.of_facts.each { |one| machine.stage(one.id).assessment } }.not_to raise_error
  end
end
