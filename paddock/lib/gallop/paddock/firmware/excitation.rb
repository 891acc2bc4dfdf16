# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # A signal on top of what the loops of a servo want. It is worked out for a period when it begins, and put out
      # again and again; whatever ends the loops ends it.
      class Excitation < Part
        STATES = { none: 0, under_way: 1, ended: 2, edge: 3 }.freeze
        KINDS = %i[torque speed angle].freeze # of the shaft, by place
        FORMS = %i[tones sweep random_binary].freeze
        BEGIN_IT = 1 # of excitation.command
        POSITION = 2 # of excitation.place
        RATE = 1 / Servo::SPEED_DT
        STEPS = 8192 # of a period at most
        NEARLY = 1e-3 # of a step: a period comes as a single
        QUICK_STOP = 2 # Controlword

        # What is added now: N·m, rad/s, rad
        attr_reader :torque, :speed, :place

        def wake
          @state = :none
          silence
        end

        def live? = @state == :under_way

        # The stage is off.
        def rest
          return unless live?
          @state = :ended
          silence
        end

        # @param number [Integer] of excitation.command
        def command(number)
          return rest unless number == BEGIN_IT
          begin_it if drive.loops_run? && (own("place") != POSITION || drive.positioning?)
        end

        # Each period of the speed loop, while it is live.
        def step
          @time += Servo::SPEED_DT
          return rest if @time > @duration || !drive.loops_run?
          return leave_by_the_edge if @way && beyond?
          return unless (@tick += 1) >= @hold
          @tick = 0
          put_out
        end

        def figures = { "excitation.state" => -> { STATES.fetch(@state) }, "excitation.command" => -> { 0 } }
        def signals = { "excitation.value" => -> { @value } }

        private

        def own(name) = drive.memory.live.fetch("excitation.#{name}")

        def begin_it
          @hold = [(own("period") * RATE / STEPS - NEARLY).ceil, 1].max
          take_table
          @peak = own("amplitude")
          @as_torque, @as_speed, @as_place =
            KINDS.each_with_index.map { |kind, place| own("place") == place ? drive.shaft.reckoned(kind, 1.0) : 0.0 }
          @duration = own("duration")
          @way = own("way").positive? ? drive.shaft.reckoned(:angle, own("way")) : nil
          @from = drive.position
          @quick_down = drive.of_shaft("ramps.quick_stop", :acceleration)
          @time = 0.0
          @at = -1
          @tick = 0
          @state = :under_way
          put_out
        end

        # Worked out anew where something is other than the last time.
        def take_table
          lowest = own("lowest")
          how = {
            samples: [(own("period") * RATE / @hold).round, 2].max,
            rate: RATE / @hold,
            lowest: lowest,
            highest: [own("highest"), lowest * 1.01].max
          }
          form = FORMS.fetch(own("form"))
          return if @made == [form, how]
          @made = [form, how]
          @table = Control::Excitation.public_send(form, **how).to_a
        end

        def put_out
          @at = (@at + 1) % @table.size
          @value = @peak * @table[@at]
          @torque = @as_torque * @value
          @speed = @as_speed * @value
          @place = @as_place * @value
        end

        def silence
          @value = @torque = @speed = @place = 0.0
        end

        # Whether it would get out of its way even by a quick stop.
        def beyond?
          off = drive.position - @from
          speed = drive.speed
          off += 0.5 * speed * speed.abs / @quick_down if off * speed > 0
          off.abs > @way
        end

        def leave_by_the_edge
          @state = :edge
          silence
          drive.command_itself([QUICK_STOP])
        end
      end
    end
  end
end
