# frozen_string_literal: true

require_relative "../core_helper"

# Takes as a shaft without friction would give them, made by hand.
RSpec.describe Gallop::Identify::TurnReading do
  # The field goes so many turns and stands; what the device counts follows it.
  # @param first [Integer] count at which it begins @param offset [Float] electrical rad between count and field
  def leg(turns, pairs: 5, counts: 131_072, first: 0, offset: 0.4, sense: 1, halls: nil)
    way = turns * 2 * Math::PI
    fields = Numo::DFloat.linspace(0, way, 600)
    fields = fields.append(Numo::DFloat.new(60).fill(way)) # it stands at the end
    places = (fields - offset) * (sense * counts / (2 * Math::PI * pairs))
    columns = {
      "injection.angle" => fields,
      "feedback.count" => (places + first).floor,
      "current.alpha" => Numo::NMath.cos(fields) * 3.0,
      "current.beta" => Numo::NMath.sin(fields) * 3.0
    }
    columns["feedback.halls"] = Numo::DFloat.cast(fields.to_a.map { |field| halls.call(field) }) if halls
    Gallop::Identify::Leg.new(Gallop::Identify::Instrument::Take.new(columns: columns, interval: 0.005))
  end

  def legs(index: [], distance: 0, **truth)
    Gallop::Identify::OpenTurn::Legs.new(
      forward: leg(6, **truth),
      backward: leg(-6, **truth),
      index_seen: index,
      index_distance: distance
    )
  end

  def reading(all, pairs: 5, counts: 131_072, **facts)
    facts = { halls: false, halls_alone: false, absolute: true, ask: -> { "unseen" } }.merge(facts)
    described_class.new(all, pairs: pairs, counts: counts, **facts)
  end

  it "finds the offset of a device, also where it counts far from zero" do
    # a whole number of turns further the angle is the same
    [0, 131_072 * 900].each do |first|
      one = legs(first: first)
      found = reading([one, one, one])
      expect(found.cause).to be_nil
      expect(found.offset).to be_within(0.002).of(0.4)
    end
  end

  it "names pole pairs that are not those of the motor" do
    found = reading([legs(pairs: 4)])
    expect([found.cause, found.corrected]).to eq([:ratio, [4, nil]])
  end

  it "takes the index's word for the counts in a turn" do
    found = reading([legs(counts: 10_000, index: [2, 1], distance: 10_000)], counts: 8192, absolute: false)
    expect([found.cause, found.corrected]).to eq([:ratio, [nil, 10_000]])
  end

  it "names both where nothing tells which of them is wrong" do
    found = reading([legs(counts: 10_000)], counts: 8000, absolute: false)
    expect([found.cause, found.corrected]).to eq([:ratio, [4, 10_000]])
  end

  it "asks whoever has watched which of two exchanges it is" do
    {
      "clockwise" => :channels_exchanged,
      "counter_clockwise" => :phases_exchanged,
      "unseen" => :backward
    }.each { |seen, cause| expect(reading([legs(sense: -1)], absolute: false, ask: -> { seen }).cause).to eq(cause) }
    expect(reading([legs(sense: -1)]).cause).to eq(:phases_exchanged)
  end

  it "needs nobody where halls go with the field" do
    states = Gallop::Plant::Encoder::HALL_STATES
    halls = ->(field) { states[((field - 0.4) * 3 / Math::PI).floor % 6] }
    found = reading([legs(sense: -1, counts: 10_000, halls: halls)], counts: 10_000, halls: true, absolute: false)
    expect(found.cause).to eq(:channels_exchanged)
  end
end
