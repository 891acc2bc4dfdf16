# frozen_string_literal: true

require_relative "paddock_helper"

# Legal commands and hands by chance, for long: nothing diverges, and everything stays within physics.
RSpec.describe "Every stand-in for a long time" do
  seconds = Float(ENV.fetch("GALLOP_SECONDS", Chance.times(4, 120)))

  # Beside a motor, J: what goes in at its terminals, and what comes out at the shaft, as heat of the copper and as what
  # its fields hold.
  module Books
    attr_reader :taken, :given, :turned_over

    def apply(v_alpha, v_beta, angle, speed, dt)
      @flows ? work(angle - speed * dt) : begin_anew(angle - speed * dt)
      before = copper_loss
      torque = super
      @taken += electrical_power * dt
      @given += 0.5 * (before + copper_loss) * dt
      @turned_over += electrical_power.abs * dt
      @last = torque
    end

    def open_circuit(angle, ...)
      if @flows
        work(angle)
        @given += stored
        @flows = false
      end
      super
    end

    def stored
      if instance_variable_defined?(:@ir_alpha)
        return 0.75 * (@s_alpha * @i_alpha + @s_beta * @i_beta + @r_alpha * @ir_alpha + @r_beta * @ir_beta)
      end
      return 0.5 * @inductance * current**2 if respond_to?(:current)
      0.5 * @power_factor * (@l_d * i_d**2 + @l_q * i_q**2)
    end

    private

    def begin_anew(angle)
      @taken ||= @given = @turned_over = 0.0
      @at = angle
      @last = 0.0
      @flows = true
      # what a rotor's flux has left
      @given -= 0.75 * (@r_alpha**2 + @r_beta**2) / @l_r if instance_variable_defined?(:@ir_alpha)
    end

    def work(angle)
      @given += @last * (angle - @at)
      @at = angle
    end
  end

  def settable(key) = @stand_in.profile[key] && @stand_in.firmware && !@stand_in.firmware.loader?

  # A single word, or what it takes to get it running.
  def command(random)
    words = random.rand < 0.5 ? [128, 6, 7, 15] : [[6, 7, 15, 31, 0x5F, 2, 0, 0x10F].sample(random: random)]
    words.each { |word| settable("control.word") && firmware.write(entry("control.word"), word) && pass(0.003) }
  end

  def target(random)
    key = %w[speed.target position.target torque.target].sample(random: random)
    return unless settable(key)
    range = { "speed.target" => 1500, "position.target" => 200_000, "torque.target" => 1500 }.fetch(key)
    raw = random.rand(-range..range)
    firmware.write(entry(key), raw) if entry(key).raw_range.cover?(raw) && firmware.objection(entry(key), raw).nil?
  end

  def mode(random)
    raw = [1, 2, 3, 4, 6].sample(random: random)
    return unless settable("control.mode") && entry("control.mode").choices.key?(raw)
    firmware.write(entry("homing.method"), Gallop::Homing::Method::NUMBERS.sample(random: random)) if raw == 6
    firmware.write(entry("control.mode"), raw) if firmware.objection(entry("control.mode"), raw).nil?
  end

  def hand(random)
    axis = @stand_in.axis
    case random.rand(6)
    when 0
      axis.hand_torque = random.rand(-0.3..0.3)
    when 1
      axis.hand_torque = 0.0
    when 2
      axis.bus.mains_on = random.rand < 0.9
    when 3
      axis.torque_off_a_closed = random.rand < 0.9
    when 4
      axis.mechanics.coupled = random.rand < 0.8
    when 5
      axis.mechanics.load_torque = random.rand(0.0..0.5)
    end
  end

  def within_physics
    axis = @stand_in.axis
    mechanics = axis.mechanics
    expect([mechanics.speed, mechanics.angle, axis.motor.torque, axis.bus.voltage]).to all(be_finite)
    expect(mechanics.speed.abs).to be < 2500
    expect(axis.bus.voltage).to be_between(0, @stand_in.profile.rating[:trip] * 1.6)
    expect([axis.winding.temperature, axis.heat_sink.temperature]).to all(be_between(250, 700))
  end

  Bench::SETTINGS.each_key do |name|
    it "keeps #{name} within physics for #{seconds.round} s of chance" do
      random = Chance.named("endurance #{name}")
      commissioned(name)
      motor = @stand_in.axis.motor
      motor.singleton_class.prepend(Books)
      (seconds / 0.05).round.times do
        send(%i[command target target mode hand target].sample(random: random), random)
        pass(0.05)
        within_physics
      end
      next if motor.taken.nil?
      lost = motor.taken - motor.given - motor.stored
      puts "#{name}: #{motor.turned_over.round} J turned over, #{lost.round(2)} J of it unaccounted for"
      expect(lost.abs).to be < 0.005 * motor.turned_over + 0.2
    end
  end
end
