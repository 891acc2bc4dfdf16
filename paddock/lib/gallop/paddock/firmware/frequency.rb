# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Shire: voltage over frequency with boost and slip compensation, or by the field, with or without an encoder, at
      # 4 kHz.
      class Frequency < Firmware
        RATE = 4_000
        DT = 1.0 / RATE
        NEAR_LIMIT = 0.95 # of a limit: a motor that is held back goes to and fro just below it
        LONGEST_LIMITED = 10.0 # s at the current limit before the drive gives up
        HOLD_AT_ZERO = 0.12 # s of direct current after the ramp has reached zero
        RPM_RAD = Plant::TWO_PI / 60

        def rate = RATE
        def standing? = @zero_for >= (@stage_on ? HOLD_AT_ZERO : 0.0)

        def step
          axis = @axis
          axis.read_currents
          @encoder.step if axis.encoder
          return axis.coast(DT) unless @stage_on
          return @injection.step(DT) if @injection.ours?
          return axis.coast(DT) if @flux_wait.positive?
          sensor = axis.sensor
          if @direct_current.under_way?
            @direct_current.step(DT)
          else
            @modulator.rotor = @encoder.speed * @pairs if @encoder.leads?
            @modulator.step(asked_speed * @hertz, sensor.i_alpha, sensor.i_beta, axis.voltage_limit)
            axis.drive(@modulator.v_alpha, @modulator.v_beta, DT)
          end
          square = sensor.i_alpha * sensor.i_alpha + sensor.i_beta * sensor.i_beta
          trip(Monitors::OVER_CURRENT, Stopping::COAST) if square > @over_current_square
        end

        # Hz
        def frequency_asked = asked_speed.abs * @hertz

        # A peak, and electrical rad/s, of signal injection
        def most_injected_current = @current_limit * @torque_share
        def highest_field = @top_speed * @hertz * Plant::TWO_PI

        # By the encoder where the field goes by it; else estimated from frequency and slip.
        def measured_speed
          return @encoder.speed if @encoder.leads?
          return 0.0 unless @stage_on && @hertz.positive? && !@injection.ours?
          rotor_frequency / @hertz * RPM_RAD
        end

        def current_square
          return 0.0 unless @stage_on
          return sensed_square if @direct_current.under_way? || @injection.ours?
          @modulator.current * @modulator.current
        end

        # Hz, electrical
        def rotor_frequency
          @by_field ? @modulator.rotor_frequency : @modulator.output_frequency - @rated_slip * load_share
        end

        def torque_share = load_share

        def demanded_speed = asked_speed * RPM_RAD

        def target_reached? = @reached_for > 0.02
        def warning? = super || @lost_phase.warns? || @upkeep.warns?
        def ends_for_good? = ends? && @direct_current.at_speed?

        # Of the motor that is in use.
        def setting(key) = @second_motor&.figure(key) || super

        def power_down
          @heat = @second_motor.put_down(@heat)
          super
        end

        private

        def wake_parts
          super
          @encoder = ShaftEncoder.new(self)
          @lost_phase = LostPhase.new(self)
          @direct_current = DirectCurrent.new(self)
          @catching = Catching.new(self)
          @second_motor = SecondMotor.new(self)
          @upkeep = Upkeep.new(self)
        end

        def parts = [*super, @encoder, @lost_phase, @direct_current, @catching, @second_motor, @upkeep]

        def start_loops
          @modulator = Control::VoltsPerHertz.new
          @by_field = false
          @ramp = Control::SpeedRamp.new
          @zero_for = @flux_wait = @limited_for = 0.0
          @off_for = 1e3
          @display_speed = 0.0
          @clamped = @holding = @held_back = false
          @rounded = nil
          @asked = 0.0
        end

        def take_figures
          take_monitor_figures
          @pairs = setting("motor.pole_pairs")
          @hertz = @pairs / 60.0
          axis.stage&.switch_at(rate: setting("output.switching_frequency") * 1000.0)
          take_plate
          take_limits
          take_method
          @up = rate_of("acceleration") * setting("envelope.acceleration") / 100
          @down = rate_of("deceleration")
          @quick_down = rate_of("quick_stop")
          take_second_ramps
          take_window
          take_rounding
        end

        # Rounded at both ends, each for half of the share of the whole ramp. A stop is never rounded.
        def take_rounding
          share = @effective.fetch("ramps.rounding", 0)
          return @rounded = nil if share.zero?
          longest = [setting("ramps.acceleration_time"), setting("ramps.deceleration_time")].max
          window = share / 200.0 * longest
          @rounded = Control::Smoothing.of(@rounded, window: window, dt: 1.0 / HOUSEKEEPING_RATE, begins_at: @asked)
        end

        # What the modulator turns the field by, in rpm.
        def asked_speed
          return @catching.speed if @catching.looking?
          @rounded ? @asked : @ramp.speed
        end

        def take_second_ramps
          return @changeover = Float::INFINITY if profile["ramps.second_acceleration_time"].nil?
          changeover = @effective["ramps.changeover_speed"]
          @changeover = changeover.positive? ? changeover : Float::INFINITY
          @second_up =
            setting("ramps.acceleration_speed") / setting("ramps.second_acceleration_time") *
              setting("envelope.acceleration") / 100
          @second_down = setting("ramps.deceleration_speed") / setting("ramps.second_deceleration_time")
        end

        def take_window
          @window =
            Gallop::Terminals::Window.new(
              highest: @top_speed,
              backward: @top_backward,
              lowest: [setting("limits.lowest_speed"), @top_speed].min,
              skipped: Gallop::Terminals::Window.skipped { |key| setting(key) }
            )
        end

        def rate_of(name) = setting("ramps.#{name}_speed") / setting("ramps.#{name}_time").to_f

        def take_plate
          @plate = Control::InductionValues.new { |key| profile[key] ? setting(key) : 0 }
          @rated_slip = @plate.rated_slip
          @rated_active = @plate.rated_active
        end

        def take_method
          by_field = @effective[ControlMethod::KEY] != ControlMethod::BY_CURVE
          @modulator = by_field ? Control::FieldOriented.new : Control::VoltsPerHertz.new if by_field != @by_field
          @by_field = by_field
          by_field ? tune_field : @modulator.tune(**@plate.curve, dt: DT)
        end

        def tune_field
          @most_torque_current = Math.sqrt([@current_limit**2 - @plate.no_load**2, 0.04 * @plate.rated_current**2].max)
          @modulator.tune(**@plate.field, most_current: @most_torque_current, dt: DT)
        end

        def take_limits
          highest = [
            setting("limits.motor_speed"),
            setting("limits.highest_speed"),
            setting("limits.output_frequency") / @hertz
          ].min
          @top_speed = highest * setting("envelope.speed") / 100
          @top_backward = backward(@top_speed, setting("limits.backward_speed"))
          @current_limit =
            [setting("limits.current") / 100 * setting("motor.rated_current"), profile.rating[:peak_current]].min *
              SQRT2
          @active_limit = setting("limits.torque") / 100 * @rated_active
          @torque_share = setting("envelope.torque") / 100
        end

        def begin_operation
          @statistics.enabled
          @modulator.reset
          begin_at(@encoder.leads? ? @encoder.speed / RPM_RAD : 0.0)
          @direct_current.wake
          @by_field ? @catching.wake : @catching.begin(ways_to_look)
          @zero_for = @limited_for = 0.0
          @flux_wait = [setting("ramps.restart_wait") / 1000.0 - @off_for, 0.0].max
        end

        def release_loops
          @off_for = 0.0
          @modulator.reset
          @ramp.reset(0.0)
        end

        def watch_family(dt)
          @encoder.each_millisecond(dt)
          @lost_phase.each_millisecond(dt)
          @off_for += dt unless @stage_on
          @flux_wait -= dt if @flux_wait.positive?
          return @zero_for += dt if !@stage_on || @injection.ours?
          return if @flux_wait.positive?
          return trip_over_speed if @by_field && !@modulator.ready?
          @catching.looking? ? catch_motor(dt) : lead(dt)
          @catching.each_millisecond(dt)
          @modulator.share = @catching.share
          watch_load(dt)
          trip_over_speed
        end

        def trip_over_speed = measured_speed.abs > @over_speed && trip(OVER_SPEED)

        # rpm: in the direction that is asked for first, and in none that is locked.
        def ways_to_look
          ways = [@top_speed, -@top_backward].reject { |speed| locked?(speed) }
          @target.negative? ? ways.reverse : ways
        end

        # A stop ends the search: the ramp begins where nothing is known to turn.
        def catch_motor(dt)
          return @catching.wake if stop_kind
          speed = @catching.look(@modulator.active_current, dt) or return
          begin_at(speed)
        end

        # The ramp goes on from what turns already. @param speed [Float] rpm
        def begin_at(speed)
          @ramp.reset(speed)
          @rounded&.reset(speed)
          @asked = speed
        end

        # The ramp, every millisecond, held back by the current limit.
        def lead(dt)
          stop = stop_kind
          @modulator.most = torque_current_permitted(stop) if @by_field
          target = stop ? 0.0 : held(@target)
          up, down = ramps(stop)
          @holding = load_ratio(stop) > 1
          @held_back = !stop && load_ratio(stop) > NEAR_LIMIT && @ramp.speed.abs < target.abs
          if !@holding
            @ramp.step(target, up, down, dt)
          elsif @modulator.active_current.positive?
            @ramp.step(0.0, @up, down, dt)
          end
          round_ramp(stop)
          @zero_for = standing_by_ramp? ? @zero_for + dt : 0.0
          hand_over(dt, stop)
        end

        # rpm/s: of a stop, a jog, the second ones by input or above a speed, or the first.
        def ramps(stop)
          return @up, @quick_down if stop == :quick || contacts.at_limit?(@ramp.speed)
          jog = contacts.jog_rate
          return jog, jog if jog
          return @up, @down if stop
          second = contacts.second_ramps? || @ramp.speed.abs > @changeover
          second ? [@second_up, @second_down] : [@up, @down]
        end

        # A peak: a little more than what holds the ramp, so that it is held. A stop may use the whole torque.
        def torque_current_permitted(stop)
          BEYOND * [@active_limit * share_of_torque(stop), @most_torque_current].min
        end

        BEYOND = 1.05
        private_constant :BEYOND

        # What envelope and a signal leave of the torque; a stop may use all of it.
        def share_of_torque(stop) = stop ? 1.0 : @torque_share * contacts.torque_share

        LEAST_ACTIVE = 1e-3 # A
        private_constant :LEAST_ACTIVE

        # Whoever wants to go on gets the ramp back.
        def hand_over(dt, stop)
          return @direct_current.wake unless stop
          instead = ends? && contacts.stops_by_current?
          return unless @direct_current.takes_over?(@ramp.speed, dt, instead: instead)
          @flux_wait = setting("ramps.restart_wait") / 1000.0 if @direct_current.at_speed?
          @modulator.reset
          @ramp.reset(0.0)
        end

        def round_ramp(stop)
          return @asked = @ramp.speed unless @rounded
          if stop
            @ramp.reset([@ramp.speed.abs, @asked.abs].min * (@asked <=> 0)) if @ramp.speed.abs > @asked.abs
            @rounded.reset(@ramp.speed)
          end
          @asked = @rounded.step(@ramp.speed)
        end

        def standing_by_ramp? = @direct_current.under_way? ? @direct_current.done? : asked_speed.zero?

        # Current and torque current against their limits, whichever is nearer.
        def load_ratio(stop)
          least = [@active_limit * share_of_torque(stop), LEAST_ACTIVE].max
          [@modulator.current / @current_limit, @modulator.active_current.abs / least].max
        end

        def watch_load(dt)
          @limited_for = @held_back ? @limited_for + dt : 0.0
          trip(LoadMonitor::BLOCKED) if @limited_for > LONGEST_LIMITED
        end

        def held(target)
          limited = @window.held(target, contacts.direction)
          limited = 0.0 if locked?(limited)
          @clamped = limited != target
          limited
        end

        def family_reset_permitted? = @fault_code != ShaftEncoder::LOST || !@encoder.lost?

        def family_figures = {}

        def family_signals
          {
            "voltage.alpha" => -> { @injection.ours? ? @injection.v_alpha : @modulator.v_alpha },
            "voltage.beta" => -> { @injection.ours? ? @injection.v_beta : @modulator.v_beta },
            "output.frequency" => -> { @stage_on ? @modulator.output_frequency : 0.0 },
            "output.voltage" => -> { @stage_on ? @modulator.voltage * Math.sqrt(1.5) : 0.0 },
            "output.torque" => -> { load_share },
            "output.slip" => -> { @modulator.slip_frequency },
            "output.active_current" => -> { @modulator.active_current / SQRT2 },
            "output.reactive_current" => -> { @modulator.reactive_current / SQRT2 },
            "output.angle" => -> { @modulator.angle },
            "output.limited" => -> { limits_reached },
            "output.power" => -> { output_power },
            "ramps.speed" => -> { @ramp.speed * RPM_RAD },
            "output.load" => -> { @stage_on ? load_ratio(stop_kind) : 0.0 }
          }
        end

        # Bits of the signal: speed, current, voltage.
        def limits_reached = (@clamped ? 1 : 0) | (@held_back || @holding ? 2 : 0) | (@modulator.saturated ? 4 : 0)

        # What the stage is asked for, with the current that flows.
        def output_power
          return 0.0 unless @stage_on
          1.5 * (@modulator.v_alpha * axis.sensor.i_alpha + @modulator.v_beta * axis.sensor.i_beta)
        end

        def load_share =
          @stage_on && @rated_active.positive? ? direction * @modulator.active_current / @rated_active : 0.0
        def direction = @modulator.output_frequency.negative? ? -1 : 1
        def torque_current = @stage_on ? direction * @modulator.active_current / SQRT2 : 0.0

        def change_motor(dt)
          before = @second_motor.in_use?
          @heat = @second_motor.step(@heat, @heat_rate, dt)
          take_settings if @second_motor.in_use? != before
        end

        def observe_family(dt)
          change_motor(dt)
          @display_speed += 0.05 * (measured_speed - @display_speed)
          @display_speed = 0.0 if @display_speed.abs < 0.02
          at_target = !stop_kind && @stage_on && (asked_speed - held(@target)).abs < 0.5
          @reached_for = at_target ? @reached_for + dt : 0.0
        end

        def internal_limit? = @stage_on && (@clamped || @held_back || @holding || @modulator.saturated)
        def mode_bits = 0
      end
    end
  end
end
