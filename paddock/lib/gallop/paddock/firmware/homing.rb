# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # The homing mode: it looks for a switch, goes over its edge slowly and, where the method says so, on to the next
      # index; what it found there is the home point from then on. Bit 4 of the Controlword begins it, and lets it go
      # on.
      #
      # An edge that was met faster than the slow speed, or the wrong way, is met once more. The count at an edge is
      # that of the millisecond in which the input has changed, after debouncing; an index is latched in its count.
      class Homing < Occupation
        START = 0x10
        STATES = Gallop::Homing::STATES
        FAILED = %i[late at_limit without_index interrupted unknown_method].freeze
        SLOW_ENOUGH = 1.01 # of the slow speed
        NOT_USED = 0 # of feedback.index

        def wake
          @ramp = Control::SpeedRamp.new
          @speed = @rate = 0.0
          @target = 0.0
          @state = :not_yet
          @wanted = false
          @from_edge = 0
        end

        def settings_changed
          give_up(:interrupted) if @method && @method.number != raw("homing.method")
          @method = Gallop::Homing::Method.of(raw("homing.method"))
          @fast = of_shaft("homing.search_speed", :speed)
          @slow = of_shaft("homing.index_speed", :speed)
          @acceleration = of_shaft("homing.acceleration", :acceleration)
          @timeout = setting("homing.timeout")
        end

        def word_comes(word, before)
          give_up(:interrupted) if (word & START).zero?
          return unless drive.homes? && (word & ~before & START).positive?
          @wanted = true
          @state = :under_way
        end

        # The loops go to somebody else, or nobody: what was under way has ended.
        def leave = give_up(:interrupted)
        def under_way? = @state == :under_way
        def found? = state == :found
        def failed? = FAILED.include?(@state)

        def begin(speed)
          super
          @ramp.reset(speed)
          @target = 0.0
        end

        def leaves_at = @speed

        def demand
          up = drive.ramping.held_up(@acceleration)
          down = drive.ramping.held_down(@acceleration)
          @speed = @ramp.step(bounds.held(@target), up, down, dt)
          @rate = @ramp.rate
        end

        # Every millisecond while it has the loops.
        def proceed(dt)
          return set_out if @wanted
          return unless under_way?
          @time += dt
          return give_up(:late) if @time > @timeout
          send(@phase)
        end

        def figures
          { "homing.state" => -> { STATES.fetch(state) }, "homing.index_distance" => -> { @from_edge } }
        end

        private

        # One that is known from before was found.
        def state = @state == :not_yet && drive.home_point.known? ? :found : @state

        def of_shaft(key, kind) = drive.of_shaft(key, kind)

        def give_up(reason)
          @wanted = false
          return unless under_way?
          @state = reason
          @target = 0.0
        end

        def set_out
          @wanted = false
          @time = 0.0
          @from_edge = 0
          @edge = nil
          @turned_back = false
          return give_up(:unknown_method) unless @method
          return found_at(drive.position) unless @method.moves?
          return give_up(:without_index) if @method.index? && !index?
          return look_for_index unless @method.switch
          @way = @method.first
          on_switch? ? approach : go(:search, @way * @fast)
        end

        def go(phase, target)
          @phase = phase
          @target = target
        end

        def index? = axis.encoder.index? && raw("feedback.index") != NOT_USED

        # Switches are functions of inputs, and have their names.
        def on_switch? = drive.terminals.logic.inputs.on?(@method.switch)

        def search
          return approach if on_switch?
          return unless drive.contacts.at_limit?(@way)
          return give_up(:at_limit) if !@method.turns_back? || @turned_back
          @turned_back = true
          @way = -@way
          go(:search, @way * @fast)
        end

        # To the side from which the edge is met at last.
        def approach
          @method.entering? ? go(:step_off, @method.edge * @fast) : go(:meet_edge, @method.last * @slow)
        end

        def step_off
          return go(:meet_edge, @method.last * @slow) unless on_switch?
          give_up(:at_limit) if drive.contacts.at_limit?(@target)
        end

        def meet_edge
          return out_of_room unless on_switch? == @method.entering?
          return go(:back_over_edge, -@method.last * @slow) unless slow?
          @edge = drive.position
          @method.index? ? look_for_index : found_at(@edge)
        end

        def back_over_edge
          go(:meet_edge, @method.last * @slow) unless on_switch? == @method.entering?
        end

        def slow? = @ramp.speed * @method.last > 0 && @ramp.speed.abs <= SLOW_ENOUGH * @slow

        def out_of_room
          give_up(:at_limit) if drive.contacts.at_limit?(@target)
        end

        def look_for_index
          @indexes = axis.encoder.index_count
          go(:meet_index, @method.last * @slow)
        end

        def meet_index
          if axis.encoder.index_count == @indexes || @ramp.speed * @method.last <= 0
            @indexes = axis.encoder.index_count
            return out_of_room
          end
          place = drive.position - drive.direction * (axis.encoder.count - axis.encoder.index_place) * drive.radians
          @from_edge = ((place - @edge) / drive.radians).round if @edge
          found_at(place)
        end

        # @param place [Float] rad, as it was told until now
        def found_at(place)
          drive.home_point.take(place, raw("homing.offset"))
          @state = :found
          @target = 0.0
        end
      end
    end
  end
end
