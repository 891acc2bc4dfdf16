# frozen_string_literal: true

require_relative "paddock_helper"

RSpec.describe Gallop::Paddock::Rig do
  def faulty(&change)
    data = Marshal.load(Marshal.dump(Bench::DATA))
    change.call(data)
    described_class.new(data, source: "test rig")
    nil
  rescue described_class::Faulty => e
    e.message
  end

  it "takes the demo rig" do
    expect(described_class.load(Bench::RIG).drives.map { |drive| drive["name"] }).to eq(
      ["Carriage", "Head lift", "Web feed", "Winder", "Squeegee", "Roll tug"]
    )
  end

  {
    "an unknown key" => [->(d) { d["drives"][0]["motor"]["colour"] = 1 }, /drives\[0\]\.motor: unknown key “colour”/],
    "a key of the other motor" => [
      ->(d) { d["drives"][2]["motor"]["flux"] = 0.1 },
      /drives\[2\]\.motor: unknown key “flux”/
    ],
    "a missing figure" => [->(d) { d["drives"][0]["motor"].delete("flux") }, /drives\[0\]\.motor\.flux: is missing/],
    "an impossible figure" => [
      ->(d) { d["drives"][0]["mechanics"]["inertia"] = 0 },
      /drives\[0\]\.mechanics\.inertia: 0(\.0)? is impossible/
    ],
    "a negative resistance" => [
      ->(d) { d["drives"][0]["motor"]["resistance"] = -1 },
      /resistance: -1\.0 is impossible/
    ],
    "a text for a figure" => [
      ->(d) { d["drives"][0]["motor"]["flux"] = "much" },
      /flux: a figure is expected, not "much"/
    ],
    "half a pole pair" => [->(d) { d["drives"][0]["motor"]["pole_pairs"] = 2.5 }, /whole number is expected/],
    "half of two masses" => [
      ->(d) { d["drives"][0]["mechanics"].delete("stiffness") },
      /drives\[0\]\.mechanics: load_inertia and stiffness belong together/
    ],
    "two masses and a motor inertia" => [
      ->(d) { d["drives"][0]["mechanics"]["motor_inertia"] = 1e-5 },
      /motor_inertia is inertia where there are two masses/
    ],
    "a brake without times" => [
      ->(d) { d["drives"][1]["brake"].delete("engage_time") },
      /drives\[1\]\.brake\.engage_time: is missing/
    ],
    "a device of no kind" => [
      ->(d) { d["drives"][1]["feedback"]["kind"] = "sundial" },
      /none of incremental, incremental_halls, absolute, halls/
    ],
    "an unknown family" => [->(d) { d["drives"][0]["family"] = "unicorn" }, /none of haflinger, shire/],
    "the same name twice" => [->(d) { d["drives"][1]["name"] = "Carriage" }, /“Carriage” is there twice/],
    "no drives" => [->(d) { d["drives"] = [] }, /1 to 32 drives/],
    "a servo without feedback" => [->(d) { d["drives"][0].delete("feedback") }, /a servo needs feedback/],
    "an absolute device on a frequency drive" => [
      ->(d) { d["drives"][2]["feedback"] = { "counts_per_turn" => 4096 } },
      /a Shire takes incremental encoders alone/
    ],
    "a list for a table" => [->(d) { d["drives"][0]["supply"] = [] }, /table of keys and values/]
  }.each do |what, (change, message)|
    it("refuses #{what} with the place and the reason") { expect(faulty(&change)).to match(message) }
  end

  it "says the line of a file that is no YAML" do
    Tempfile.create(%w[rig .yml]) do |file|
      file.write("name: x\ndrives:\n  - name: [\n")
      file.flush
      expect { described_class.load(file.path) }.to raise_error(described_class::Faulty, /line \d/)
    end
  end
end
