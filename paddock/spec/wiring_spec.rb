# frozen_string_literal: true

require_relative "paddock_helper"

# Each mistake of wiring that can be made at the rack, and what the drive's own figures make of it: turned by hand,
# and under power at walk.
RSpec.describe "Faults of the wiring" do
  LOOKS = 0.045 # s between two polls of the live figures

  def lift
    commissioned("Head lift")
    start_anew
    write("envelope.torque", 35)
    @stand_in.axis
  end

  # @return [Gallop::Feedback::Turn] of one turn forward by hand, the brake lifted
  def turned_by_hand(axis, counts: 10_000, **more)
    axis.lift_brake(true) if axis.brake
    pass(0.1)
    axis.hand_turn(1.0)
    looks = []
    while looks.empty? || axis.turning_by_hand?
      pass(LOOKS)
      looks << Gallop::Feedback::Turn::Look.new(
        count: read(more[:halls_alone] ? "feedback.count" : "position.actual"),
        halls: firmware.read(entry("feedback.halls")),
        **index
      )
    end
    Gallop::Feedback::Turn.new(looks, turns: 1, counts: counts, pole_pairs: 4, **more)
  end

  def index =
    %w[index_count index_distance].to_h do |name|
      [name.to_sym, @stand_in.profile["feedback.#{name}"] && read("feedback.#{name}")]
    end

  # @return [Array<String>] what is found in the figures of two seconds at walk
  def under_power(turned_by_hand: nil)
    looks = []
    [6, 7, 15].each { |word| write("control.word", word) }
    write("speed.target", 150)
    44.times do |n|
      pass(LOOKS)
      looks << Gallop::Feedback::Running::Look.new(
        at: n * LOOKS,
        demand: read("speed.demand"),
        speed: read("speed.actual"),
        torque_current: read("motor.torque_current"),
        current: read("motor.current"),
        count: read("position.actual"),
        fault: fault,
        index: read("feedback.index_count").to_i
      )
    end
    axis =
      Gallop::Feedback::Running::Axis.new(
        counts: 10_000,
        pole_pairs: 4,
        rated_current: 2.8,
        torque_constant: 0.85,
        brake: firmware.setting("brake.fitted") == 1,
        gravity: 0.343,
        friction: 0.064,
        incremental: true,
        turned_by_hand: turned_by_hand
      )
    Gallop::Feedback::Running.new(looks, axis).findings
  end

  it "finds nothing where nothing is wrong" do
    axis = lift
    expect(turned_by_hand(axis, index: true, halls: true)).to have_attributes(
      findings: [],
      counts_seen: be_within(130).of(10_000)
    )
    axis.lift_brake(false)
    pass(0.2)
    expect(under_power).to be_empty
    expect(fault).to eq(0)
  end

  # what is wrong => [ how it is made, what a turn by hand says, what is said under power ]
  {
    "channels A and B" => [
      ->(axis) { axis.encoder.channels_exchanged = true },
      %w[channels_exchanged],
      %w[commutation]
    ],
    "index and channel A" => [->(axis) { axis.encoder.index_exchanged = true }, %w[index_on_a_channel], %w[dead_count]],
    "two hall wires" => [->(axis) { axis.encoder.hall_order = 3 }, %w[halls_exchanged], []],
    "motor phases" => [->(axis) { axis.phases_exchanged = true }, [], %w[commutation]],
    "a missing phase" => [->(axis) { axis.phase_open = true }, [], %w[open_phase]],
    "a brake that is not wired" => [->(axis) { axis.brake.wired = false }, [], %w[shaft_held]],
    "a load that is not coupled" => [->(axis) { axis.mechanics.coupled = false }, [], %w[weightless]]
  }.each do |what, (make, by_hand, powered)|
    it "names #{what}" do
      axis = lift
      make.call(axis)
      expect(turned_by_hand(axis, index: true, halls: true).findings.map(&:id)).to eq(by_hand)
      axis.lift_brake(false)
      pass(0.2)
      expect(under_power.map(&:id)).to eq(powered)
    end
  end

  it "tells exchanged phases from exchanged channels by the turn by hand" do
    lift.phases_exchanged = true
    expect(under_power(turned_by_hand: "proven").first).to have_attributes(
      because: /two motor phases are exchanged/,
      so: /V with W/
    )
  end

  it "names a supply that is missing" do
    axis = lift
    axis.encoder.powered = false
    expect(turned_by_hand(axis).findings.map(&:id)).to eq(["silent"])
  end

  # A tug has nothing but its halls.
  (0..5).each do |order|
    it "counts the tug's halls #{order < 3 ? "forward" : "backward, and says so,"} with the wires in order #{order}" do
      axis = commissioned("Roll tug").axis
      axis.encoder.hall_order = order
      expect(turned_by_hand(axis, counts: 24, halls_alone: true).findings.map(&:id)).to eq(
        order < 3 ? [] : ["halls_exchanged"]
      )
    end
  end
end
