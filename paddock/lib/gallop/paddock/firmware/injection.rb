# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Signal injection: what the power stage puts out follows a pattern instead of the loops. A vector of voltage or
      # current rises, turns and falls; a tone may swing along it. One pattern follows another without a jump, a stop
      # ends it, and more current than the drive may give ends it too.
      class Injection < Part
        MODE = -1 # of control.mode
        STATES = { none: 0, under_way: 1, steady: 2, ending: 3, ended: 4, limited: 5 }.freeze
        VOLTAGE = 0 # of injection.form
        CURRENT = 1
        LOOP = 2
        BEGIN_IT = 1 # of injection.command
        FALL = 0.05 # s in which all of it falls
        SLOW = 25.0 # rad/s of the current that is approached: slow against every winding
        FIRST = 0.02 # of the drive's own V/A, below which no motor is
        FAINT = 0.05 # of the current that is wanted: hardly any
        SEARCH = 0.4 # of the voltage, in a second, until there is some
        RIPPLE = 1.25 # of the permitted current, above which a pattern ends

        attr_reader :v_alpha, :v_beta

        def wake
          @ours = false
          rest
        end

        def settings_changed
          @ours = raw("control.mode") == MODE
          @per_ampere = drive.profile.rating[:peak_current] * SQRT2
        end

        # Whether the loops are left out.
        def ours? = @ours

        # Whether nothing flows.
        def at_rest? = @state == :none || @state == :ended || @state == :limited

        # The power stage is off, or has just come on.
        def rest
          @state = :none
          @u = @wanted = @angle = @phase = @v_alpha = @v_beta = 0.0
          @share = @tone_amplitude = 0.0
        end

        # @param number [Integer] of injection.command
        def command(number)
          return @ending = true unless number == BEGIN_IT
          begin_pattern if @ours && drive.stage_on? && !drive.stop_kind
        end

        # A period of the fastest loop. @param dt [Float] s @return [void]
        def step(dt)
          return axis.drive(@v_alpha = 0.0, @v_beta = 0.0, dt) if at_rest?
          @time += dt
          fall if @state != :ending && (@ending || drive.stop_kind || @time > @duration)
          @state == :ending ? lessen(dt) : lead(dt)
          guard
          put_out(dt)
        end

        def figures = { "injection.state" => -> { STATES.fetch(@state) }, "injection.command" => -> { 0 } }

        def signals
          { "injection.amplitude" => -> { at_rest? ? 0.0 : @wanted * @share }, "injection.angle" => -> { @angle } }
        end

        # A peak, as the sensors show them now
        def current
          sensor = axis.sensor
          Math.hypot(sensor.i_alpha, sensor.i_beta)
        end

        private

        def begin_pattern
          from_rest = at_rest?
          @form = own("form")
          @before = from_rest ? 0.0 : (@form == VOLTAGE ? @u : @wanted * @share)
          @from = from_rest ? own("angle") * DEGREE : @angle
          @u = 0.0 if from_rest
          @asked = @form == VOLTAGE ? own("amplitude") : [own("amplitude"), drive.most_injected_current].min
          take_turning
          @phase = 0.0 if from_rest
          @rise = own("rise")
          @duration = own("duration")
          @tone_before = from_rest ? 0.0 : @tone_amplitude
          @tone_asked = own("tone_amplitude")
          @tone_turn = own("tone_frequency") * Plant::TWO_PI
          @tone_axis = own("tone_angle") * DEGREE if from_rest || @tone_before.zero?
          @tone_rounds = own("tone_rounds") * Plant::TWO_PI
          @opens_brake = own("brake") == 1
          @time = 0.0
          @share = 1.0
          @ending = false
          @state = :under_way
        end

        DEGREE = Math::PI / 180
        private_constant :DEGREE

        # By the shorter way to where it begins; then so far, with a ramp at both ends.
        def take_turning
          way = (own("angle") * DEGREE - @from) % Plant::TWO_PI
          @way = way > Math::PI ? way - Plant::TWO_PI : way
          most = drive.highest_field
          omega = (own("frequency") * Plant::TWO_PI).clamp(-most, most)
          @total = own("turns") * Plant::TWO_PI * (omega <=> 0)
          ramp = [own("rise"), own("turns") * Plant::TWO_PI / omega.abs].min if omega != 0.0
          @omega = omega
          @ramp = ramp || 0.0
        end

        def own(name) = drive.memory.live.fetch("injection.#{name}")

        def lead(dt)
          share = @time < @rise ? @time / @rise : 1.0
          @wanted = @before + (@asked - @before) * share
          @tone_amplitude = @tone_before + (@tone_asked - @tone_before) * share
          @angle = @from + @way * share + turned
          @form == CURRENT ? approach(dt) : @u = @form == VOLTAGE ? @wanted : 0.0
          settle(share)
        end

        # Electrical rad since the rise: a trapezoid of speed.
        def turned
          time = @time - @rise
          return 0.0 if time <= 0.0 || @omega == 0.0
          end_time = @total / @omega + @ramp
          return @total if time >= end_time
          return 0.5 * @omega / @ramp * time * time if time < @ramp
          left = end_time - time
          return @total - 0.5 * @omega / @ramp * left * left if left < @ramp
          @omega * (time - 0.5 * @ramp)
        end

        # The voltage that the current needs is found by what has been needed so far; where next to nothing flows yet it
        # rises steadily, through whatever the stage itself takes.
        def approach(dt)
          now = current
          limit = axis.voltage_limit
          rate =
            if now < FAINT * @wanted
              SEARCH * limit
            else
              SLOW * (@wanted - now) * (@u / now).clamp(FIRST * limit / @per_ampere, limit / @per_ampere)
            end
          @u = (@u + rate * dt).clamp(0.0, limit)
        end

        def settle(share)
          return if share < 1.0 || @state == :steady
          there = @form == VOLTAGE || (current - @asked).abs < 0.05 * @asked
          return unless there && (@omega == 0.0 || (turned - @total).abs < 1e-9)
          @state = :steady
        ensure
          (@opens_brake ? drive.open_brake : drive.close_brake) if share >= 1.0
        end

        def fall
          @state = :ending
          @fall_from = @u
          @left = drive.brake_closes_in + FALL
          drive.close_brake
        end

        # What holds the load flows until the brake has closed.
        def lessen(dt)
          @left -= dt
          @share = (@left / FALL).clamp(0.0, 1.0)
          @u = @fall_from * @share
          @state = :ended if @left <= 0.0
          @u = 0.0 if @left <= 0.0
        end

        # @return [Float] V, along its axis
        def tone(dt)
          @tone_axis += @tone_rounds * dt
          @phase = (@phase + @tone_turn * dt) % Plant::TWO_PI
          @tone_amplitude * @share * Math.sin(@phase)
        end

        def guard
          return if current <= RIPPLE * drive.most_injected_current
          @state = :limited
          @u = 0.0
          drive.close_brake
        end

        def put_out(dt)
          return by_the_loop if @form == LOOP && !at_rest?
          @v_alpha = @u * Math.cos(@angle)
          @v_beta = @u * Math.sin(@angle)
          sing(dt) if @tone_amplitude > 0.0 && !at_rest?
          axis.drive(@v_alpha, @v_beta, dt)
        end

        def by_the_loop
          @v_alpha, @v_beta = drive.hold_field(@angle, @wanted * @share)
        end

        def sing(dt)
          voltage = tone(dt)
          @v_alpha += voltage * Math.cos(@tone_axis)
          @v_beta += voltage * Math.sin(@tone_axis)
        end
      end
    end
  end
end
