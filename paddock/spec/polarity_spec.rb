# frozen_string_literal: true

require_relative "paddock_helper"

# The polarity object turns the machine round for whoever commands it, and leaves wires and commutation as they are.
RSpec.describe "A drive with its polarity reversed" do
  def store_and_restart(name)
    return enable_and_align if firmware.profile.family.match?(/fjord|exmoor/)
    start_anew
    enable_and_align
  end

  def enable_and_align
    enable
    pass(2.5)
  end

  # @return [Hash] what the shaft does and what is told of it, turning at a tenth of what it may
  def turning(name, polarity)
    commissioned(name)
    write("limits.polarity", polarity)
    store_and_restart(name)
    from = firmware.profile["position.actual"] && read("position.actual")
    write("speed.target", 0.1 * read("limits.motor_speed"))
    pass(1.2)
    expect(fault).to eq(0)
    {
      shaft: @stand_in.axis.mechanics.speed,
      told: read("speed.actual"),
      way: from && (read("position.actual") - from),
      current: Math.hypot(@stand_in.axis.motor.i_alpha, @stand_in.axis.motor.i_beta)
    }
  end

  names = Bench::SETTINGS.keys
  (Chance.long? ? names : names.sample(3, random: Random.new(Chance::SEED))).each do |name|
    it "turns #{name} the other way round, and tells the way that is asked for" do
      as_wired = turning(name, 0)
      reversed = turning(name, 192)
      expect(reversed[:shaft]).to be_within(0.1 * as_wired[:shaft].abs).of(-as_wired[:shaft])
      expect([as_wired, reversed].map { |seen| seen[:told] }).to all(be_positive)
      expect([as_wired, reversed].filter_map { |seen| seen[:way] }).to all(be >= 0)
    end
  end

  it "positions the other way round, and knows the torque of its load by its sign" do
    torques =
      [0, 192].map do |polarity|
        commissioned("Head lift")
        write("limits.polarity", polarity)
        store_and_restart("Head lift")
        @stand_in.axis.hand_torque = 0.8
        pass(0.5)
        read("motor.torque")
      end
    expect(torques.first).to be_within(0.1 * torques.first.abs).of(-torques.last)
  end

  it "injects along the wires as they are" do
    places =
      [0, 192].map do |polarity|
        commissioned("Carriage")
        write("limits.polarity", polarity)
        write("control.mode", -1)
        enable
        {
          "form" => 1,
          "amplitude" => 1.5,
          "angle" => 0,
          "rise" => 0.3,
          "frequency" => 2,
          "turns" => 2,
          "duration" => 20
        }.each { |key, figure| write("injection.#{key}", figure) }
        write("injection.command", 1)
        pass(1.0)
        before = @stand_in.axis.mechanics.angle
        pass(0.8)
        @stand_in.axis.mechanics.angle - before
      end
    expect(places.first).to be_positive
    expect(places.last).to be_within(0.05 * places.first).of(places.first)
  end

  it "takes neither one bit alone nor a change while it is enabled" do
    commissioned("Carriage")
    expect([64, 128].map { |raw| firmware.objection(entry("limits.polarity"), raw) }).to all(eq(:no_choice))
    enable
    expect(firmware.objection(entry("limits.polarity"), 192)).to eq(:enabled)
  end
end
