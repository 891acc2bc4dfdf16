# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Feedback::Scale do
  let(:profile) { Gallop::Objects::Profile.load("camargue") }
  motor = {
    "pole_pitch" => "16",
    "top_speed" => "2",
    "rated_speed" => "2",
    "rated_current" => "2.5",
    "peak_current" => "7.5",
    "force_constant" => "24"
  }.freeze

  define_method(:assess) do |facts, mechanics = {}|
    Gallop::Machine
      .new(profile, "motor" => motor, "feedback" => facts, "mechanics" => mechanics)
      .stage("feedback")
      .assessment
  end
  def figures(facts) = assess(facts).consequences.to_h { |item| [item.id, item.value || item.words] }
  def ids(facts, mechanics = {}) = assess(facts, mechanics).findings.map(&:id)

  absolute = { "device" => "absolute", "step_length" => "100" }.freeze
  lines = { "device" => "incremental", "line_pitch" => "20", "index" => "yes" }.freeze
  sine = { "device" => "sine", "line_pitch" => "20", "interpolation" => "200" }.freeze

  # 32 mm: over 100 nm; over 20 µm, four counts each; over 20 µm, 200 steps each
  it("counts steps") do
    expect(figures(absolute)).to include(
      "counts_a_turn" => 320_000,
      "resolution_of_load" => be_within(1e-9).of(0.1),
      "start_up" => "at once"
    )
  end
  it("counts lines") do
    expect(figures(lines)).to include(
      "counts_a_turn" => 6400,
      "resolution_of_load" => be_within(1e-9).of(5),
      "start_up" => "after an alignment"
    )
  end
  it("counts parts of a period") { expect(figures(sine)).to include("counts_a_turn" => 320_000) }
  # 2 m/s over 20 µm; 1 MHz of 20 µm
  it("tells the frequency of its lines, and the speed at which the input ends") do
    expect(figures(lines)).to include(
      "line_frequency" => be_within(1e-6).of(100),
      "highest_speed" => be_within(1e-6).of(20)
    )
  end

  finds_beside [
                 ["counts_not_whole", lines.merge("line_pitch" => "30"), lines], # 1066.7 lines
                 ["lines_too_fast", lines.merge("line_pitch" => "1.6"), lines.merge("line_pitch" => "2")], # 1.25 MHz, 1 MHz
                 ["too_coarse", lines.merge("line_pitch" => "1280"), lines.merge("line_pitch" => "1000")], # 100, 128 counts
                 [
                   "single_ended_fast",
                   lines.merge("line_pitch" => "6.4", "signal" => "single_ended"),
                   lines.merge("signal" => "single_ended")
                 ], # 312.5, 100 kHz
                 ["alignment_needed", lines, absolute],
                 ["no_index", lines.merge("index" => "no"), lines],
                 ["counts_do_not_agree", lines.merge("seen_counts" => "1600"), lines.merge("seen_counts" => "6390")]
               ]

  it "does not let a load on a slope be aligned" do
    hanging = { "load_mass" => "2", "slope" => "30" }
    expect([ids(lines, hanging), ids(absolute, hanging)]).to match([include("alignment_with_load"), be_empty])
  end

  it("takes no resolver") { expect(assess("device" => "resolver").consequences).to be_empty }
end
