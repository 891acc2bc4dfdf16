# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Haflinger: field-oriented current control at 16 kHz, speed at 8 kHz, ramps, position and the measurement of the
      # bus at 4 kHz.
      class Servo < Firmware
        include ServoMonitors
        include ServoFigures
        include ServoTargets

        RATE = 16_000
        DT = 1.0 / RATE
        SPEED_DT = 2 * DT
        POSITION_DT = 4 * DT

        def rate = RATE

        # Whether it has to know where the magnets are.
        def commutates? = true

        def step
          axis = @axis
          axis.read_currents
          @count = read_count
          even = @tick & 1 == 0
          measure_speed if even
          return axis.coast(DT) unless @stage_on
          return @injection.step(DT) if @injection.ours?
          return align if @alignment.under_way?
          if @tick & 3 == 0
            @v_limit = voltage_limit
            demand
          end
          control_speed if even
          control_current
        end

        # Counts as they are, in a turn, and electrical rad of one.
        attr_reader :count, :counts, :electrical

        # Of the count that is told, against the device's own: 1 or -1
        attr_reader :direction

        # Count of the device at which the drive's own begins
        attr_reader :origin

        # The place is known better than it was: the count goes there without a speed. @param counts [Integer]
        def shift(counts)
          @origin -= counts
          @count += @direction * counts
          @last_count += @direction * counts
        end

        # A rms that an alignment may take
        def most_alignment_current = @torque_limit * @torque_share / @torque_constant

        # The field stands, whatever the shaft does. @param angle [Float] electrical rad @param current [Float] A peak
        # @return [Array(Float, Float)] V along α and β that were put out
        def hold_field(angle, current)
          put_out = [@current.v_alpha, @current.v_beta]
          @axis.drive(*put_out, DT)
          sensor = @axis.sensor
          @current.step(current, 0.0, sensor.i_alpha, sensor.i_beta, angle, 0.0, voltage_limit)
          put_out
        end

        # A peak that signal injection may give
        def most_injected_current = Math.sqrt(@most_square) * @torque_share

        # Electrical rad/s of a field that it turns
        def highest_field = @bounds.top * @pairs

        # Whether the loops turn the motor, and nothing stops it.
        def loops_run?
          @stage_on && @machine.state == :operation_enabled && !stop_kind && !@injection.ours? &&
            !@alignment.under_way? && !brake_opening?
        end

        # What the current loop is to bring about. @return [Array(Float, Float)] A peak along α and β
        def asked_currents
          angle = electrical_angle
          d = @weakening.i_d
          q = @torque * @current_of_torque
          cos = Math.cos(angle)
          sin = Math.sin(angle)
          [d * cos - q * sin, d * sin + q * cos]
        end

        # Turns of the motor, as its own device tells them
        def turns = @count.fdiv(@counts)

        # rad of the motor, by the device that closes the position loop
        def position = (@second.leads? ? @second.place(@radians) : @count * @radians) + zero - slack

        # @param gain [Float] N·m·s/rad @param integral_time [Float] s
        def tune_speed(gain, integral_time)
          model = @effective["speed_loop.reference_model"] ? setting("speed_loop.reference_model") : 0
          @speed_loop.tune(gain: gain, integral_time: integral_time, dt: SPEED_DT, model: model)
        end

        # rad that an excitation adds to the place that is wanted
        def added_place = @excitation.place

        # 1/s
        def position_gain = @gain_sets.position_gain

        private

        def wake_parts
          super
          @gain_sets = GainSets.new(self)
          @second = SecondFeedback.new(self)
          @pair = FeedbackPair.new(self)
          @alignment = Alignment.new(self)
          @torque_path = TorquePath.new(self)
          @excitation = Excitation.new(self)
          @unfed = UnfedPhase.new(self) if commutates?
          @encoder_output = EncoderOutput.new(self) if profile["encoder_output.lines"]
          @index_check = IndexCheck.new(self) if profile["feedback.index"]
        end

        def parts =
          [
            *super,
            @gain_sets,
            @second,
            @pair,
            @alignment,
            @torque_path,
            @excitation,
            *@unfed,
            *@encoder_output,
            *@index_check
          ]

        def tend_family(dt)
          @encoder_output&.each_millisecond(dt)
          @index_check&.each_millisecond(dt)
          tend_homing(dt) if @homing
        end

        # A stop ends also a search that has not set out yet.
        def tend_homing(dt)
          return @homing.leave if stop_kind
          @homing.proceed(dt) if @occupation.equal?(@homing) && loops_run?
        end

        def start_loops
          @current = Control::CurrentLoop.new
          @weakening = Control::FieldWeakening.new
          @speed_loop = Control::SpeedLoop.new
          @torque = @speed = @display_speed = @wanted_speed = @wanted_rate = 0.0
          start_feedback
          start_servo_monitors
        end

        def start_feedback
          seen = axis.encoder.read(axis.mechanics.angle)
          @origin = @pair.origin(seen) || (@alignment.known? ? beyond_turns(seen) : seen)
          @count = @last_count = axis.encoder.read(axis.mechanics.angle) - @origin
          @second.begin_at(@count)
        end

        ONE_TURN = 2 # of feedback.kind: absolute within one
        SEVERAL = 3 # absolute over some turns
        private_constant :ONE_TURN, :SEVERAL

        # What an absolute device does not tell: the turns before those that it counts. @return [Integer] counts
        def beyond_turns(seen)
          bits = @effective["feedback.multi_turn_bits"]
          kind = @effective["feedback.kind"]
          return 0 if bits.nil? || ![ONE_TURN, SEVERAL].include?(kind)
          span = @effective["feedback.counts_per_turn"] * 2**(kind == SEVERAL ? bits : 0)
          seen.div(span) * span
        end

        def read_count = @direction * (@axis.encoder.read(@axis.mechanics.angle) - @origin)

        def take_figures
          take_monitor_figures
          @counts = @effective["feedback.counts_per_turn"]
          @direction = @polarity * (@effective["feedback.direction"] == 1 ? -1 : 1)
          @radians = Plant::TWO_PI / @counts
          @pole_pairs = pole_pairs_set
          @pairs = @pole_pairs.to_f
          @electrical = @radians * @pairs
          @offset = @polarity * (@alignment.found || offset_set)
          @speed_filter = 1 - Math.exp(-Plant::TWO_PI * setting("feedback.speed_filter") * SPEED_DT)
          @torque_constant = of_shaft("motor.torque_constant", :torque_constant)
          @current_of_torque = SQRT2 / @torque_constant # peak
          tune_loops
          take_limits
          take_targets
          take_servo_monitors
        end

        def pole_pairs_set = @effective["motor.pole_pairs"]
        def offset_set = setting("feedback.commutation_offset") * Math::PI / 180

        def tune_loops
          @bandwidth = setting("current_loop.bandwidth") * Plant::TWO_PI
          tune_current
          inertia = of_shaft("motor.rotor_inertia", :inertia) + of_shaft("speed_loop.load_inertia", :inertia)
          @feed_forward = setting("speed_loop.acceleration_feed_forward") / 100 * inertia
        end

        def tune_current
          @current.tune(
            resistance: setting("motor.phase_resistance"),
            inductance: setting("motor.phase_inductance") / 1000,
            bandwidth: @bandwidth,
            dt: DT,
            flux: flux_set
          )
          @weakening.tune(most: weakening_set, inductance: setting("motor.phase_inductance") / 1000, dt: SPEED_DT)
          @weakens = @weakening.used?
        end

        # A peak
        def weakening_set
          return 0.0 unless @effective.key?("current_loop.weakening_current")
          SQRT2 * [setting("current_loop.weakening_current"), current_bound].min
        end

        # ψ = K_t/(1.5·√2·p) with K_t for an ampere rms
        def flux_set = @torque_constant / (1.5 * SQRT2 * @pole_pairs)
        def voltage_limit = @axis.voltage_limit

        # A rms
        def current_bound
          [
            setting("limits.current") / 100 * setting("motor.rated_current"),
            setting("motor.peak_current"),
            profile.rating[:peak_current]
          ].min
        end

        def take_limits
          @most_square = 2 * current_bound**2
          @torque_limit = [
            setting("limits.torque") / 100 * of_shaft("motor.rated_torque", :torque),
            current_bound * @torque_constant
          ].min
          @torque_share = setting("envelope.torque") / 100
        end

        def begin_operation
          @statistics.enabled
          begin_loops
          @alignment.begin
        end

        def align
          return unless @alignment.step
          @offset = @polarity * @alignment.found
          begin_loops
        end

        def begin_loops
          @v_limit = voltage_limit
          @current.reset
          @weakening.reset
          @speed_loop.reset
          begin_targets
        end

        def release_loops
          @current.reset
          @weakening.reset
          @alignment.break_off
          @excitation.rest
          @torque_path.rest
          @gain_sets.rest
          @torque = 0.0
          release_targets
        end

        def electrical_angle = (@count % @counts) * @electrical + @offset

        def measure_speed
          @speed += @speed_filter * ((@count - @last_count) * @radians / SPEED_DT - @speed)
          @last_count = @count
        end

        def control_speed
          weaken if @weakens
          ahead = @feed_forward * @wanted_rate + @torque_path.ahead(@wanted_speed)
          return excite(ahead) if @excitation.live?
          @torque = @torque_path.shape(@occupation.torque(@speed_loop, @speed, ahead, torque_bound))
        end

        # A speed that is wanted on top is as good as one that is missing.
        def excite(ahead)
          @excitation.step
          ahead += @excitation.torque
          @torque = @torque_path.shape(@occupation.torque(@speed_loop, @speed - @excitation.speed, ahead, torque_bound))
        end

        # A stop may use the whole torque.
        def torque_bound
          limit = @weakens ? [@torque_limit, torque_beside_weakening].min : @torque_limit
          @machine.state == :operation_enabled ? limit * @torque_share * @contacts.torque_share : limit
        end

        def weaken
          @weakening.step(Math.sqrt(@current.asked_square), @v_limit, @speed * @pairs)
        end

        # What the whole current leaves beside the one against the magnets.
        def torque_beside_weakening
          i_d = @weakening.i_d
          Math.sqrt([@most_square - i_d * i_d, 0.0].max) / @current_of_torque
        end

        # The voltage worked out in one period is put out in the next, as in a real drive.
        def control_current
          sensor = @axis.sensor
          current = @current
          @axis.drive(current.v_alpha, current.v_beta, DT)
          current.step(
            @weakening.i_d,
            @torque * @current_of_torque,
            sensor.i_alpha,
            sensor.i_beta,
            electrical_angle,
            @speed * @pairs,
            @v_limit
          )
          trip(Monitors::OVER_CURRENT, Stopping::COAST) if measured_square > @over_current_square
        end

        # A², peak
        def measured_square
          i_d = @current.i_d
          i_q = @current.i_q
          i_d * i_d + i_q * i_q
        end
      end
    end
  end
end
