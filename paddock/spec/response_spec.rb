# frozen_string_literal: true

require_relative "paddock_helper"
require_relative "support/identify_rigs"

# What is added to the loops while they run, and what the mechanics answer.
RSpec.describe "The frequency response of what hangs on a motor", :lasting do
  include IdentifyRigs

  def random(n) = Random.new(Chance::SEED + n * 131)

  it "finds what rings between two masses, or says why not" do
    Chance
      .times(1, 40)
      .times do |n|
        truth = nil
        one = machine(:servo, random(n)) { |drive| truth = two_masses(drive, random(n + 1000)) }
        found = found_by(:response, one)
        errors = errors_of_response(truth, found)
        expect(errors.slice(:resonance, :antiresonance).values.map(&:abs).max.to_f).to be < 2, [truth, errors].inspect
        # by the torque constant as it is set
        expect(errors.fetch(:inertia, 0.0).abs).to be < 20, [truth, errors].inspect
        puts "n = #{n}: #{found.headline} #{truth}" unless errors.key?(:resonance)
      rescue Gallop::Identify::Undecided => e
        puts "n = #{n}: #{e.message}"
      end
  end

  it "lets one mass be one mass" do
    one = machine(:servo, Random.new(7))
    found = found_by(:response, one)
    expect(found.figures.keys).to eq(%i[inertia tones])
    expect(found.findings.map(&:id)).not_to include("rings")
    expect(percent(found.figures[:inertia], @stand_in.axis.mechanics.instance_variable_get(:@inertia))).to be_within(
      15
    ).of(0)
  end

  it "agrees with the linear model of the rig, by gain and by phase" do
    commissioned("Carriage")
    instrument = BenchInstrument.new(@stand_in).tap(&:enable_for_speed)
    response = Gallop::Identify::Response.new(instrument, room: 10.0)
    response.carry_out
    tones = response.tones
    mechanics = @stand_in.axis.mechanics
    near, far, spring, damping, drag =
      %i[motor_inertia load_inertia stiffness damping viscous].map do |name|
        mechanics.instance_variable_get(:"@#{name}")
      end
    constant = 1.5 * Math.sqrt(2) * 5 * 0.0455 / read("motor.torque_constant") # the rig's, of what is set
    off =
      tones
        .select { |tone| tone.coherence > 0.98 && tone.frequency.between?(8, 800) }
        .map do |tone|
          s = Complex(0, 2 * Math::PI * tone.frequency)
          coupling = damping + spring / s
          right = 1 / (near * s + drag + coupling * far * s / (far * s + coupling))
          tone.gain / constant / right
        end
    expect(off.size).to be > 20
    # cogging reaches a tone here and there: the mean is held
    expect(off.map { |one| (20 * Math.log10(one.abs)).abs }.sum / off.size).to be < 1
    expect(off.map { |one| (one.arg * 180 / Math::PI).abs }.sum / off.size).to be < 5
  end

  describe "the excitation in the drive" do
    def turn_with(excitation, speed: 200)
      commissioned("Carriage")
      @instrument = BenchInstrument.new(@stand_in)
      @instrument.enable_for_speed
      pass(0.5)
      write("speed.target", speed)
      pass(0.5)
      @instrument.excite(Gallop::Identify::Excitation.new(amplitude: 0.1, lowest: 5.0, highest: 500.0, **excitation))
    end

    def added
      take = @instrument.record(%w[excitation.value torque.actual], divider: 2, length: 8192) { pass(1.1) }
      take["excitation.value"]
    end

    %i[tones sweep random_binary].each do |form|
      it "puts out #{form.to_s.tr("_", " ")} that begin anew with each period" do
        turn_with({ form: form, period: 0.512, duration: 10.0 })
        pass(0.6)
        values = added
        expect(values.abs.max).to be_within(0.002).of(0.1)
        half = values.size / 2
        expect((values[0...half] - values[half..]).abs.max).to be < 1e-6
        expect(values.mean.abs).to be < 0.012
      end
    end

    it "adds to the speed that is demanded, where that is asked for" do
      turn_with({ place: :speed, amplitude: 3.0, lowest: 2.0, highest: 6.0, duration: 10.0 })
      speeds = Array.new(1500) { pass(0.001) && @stand_in.axis.mechanics.speed }
      expect(speeds.max - speeds.min).to be_between(3.0, 8.0)
    end

    it "ends after its time, and with a stop, and with the stage" do
      turn_with({ duration: 0.2 })
      expect(read("excitation.state")).to eq(1)
      pass(0.25)
      expect(read("excitation.state")).to eq(2)
      [-> { write("control.word", 0x10F) }, -> { write("control.word", 0) }].each do |ends|
        turn_with({ duration: 60.0 })
        pass(0.2)
        ends.call
        pass(0.01)
        expect([read("excitation.state"), firmware.signal("excitation.value")]).to eq([2, 0.0])
      end
    end

    it "stops by itself before the edge of its way" do
      turn_with({ duration: 60.0, way: 6.0 })
      from = @stand_in.axis.mechanics.angle
      pass(3.0)
      expect([read("excitation.state"), state]).to eq([3, :switch_on_disabled])
      expect(@stand_in.axis.mechanics.speed.abs).to be < 0.1
      expect(@stand_in.axis.mechanics.angle - from).to be_between(3.0, 6.3)
    end

    it "begins only while the loops turn the motor" do
      commissioned("Carriage")
      write("excitation.command", 1)
      expect(read("excitation.state")).to eq(0)
    end
  end
end
