# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # How a drive comes to rest: stop requests, quick stop and fault reaction, each by its option code.
      module Stopping
        LONGEST_STOP = 8.0 # s, after which a stop that does not come to rest ends with the stage off
        COAST = 0
        QUICK_RAMP = [2, 6].freeze
        STAYS = [5, 6].freeze

        # @return [Symbol, nil] :slow or :quick while a stop is under way
        def stop_kind
          case @machine.state
          when :operation_enabled
            :slow if @stop_request || @halted
          when :quick_stop_active
            ramp_of(@quick_stop_option)
          when :fault_reaction_active
            ramp_of(@reaction)
          end
        end

        # Comes to rest by the ramp first. @param word [Integer] of the Controlword
        def stop_then(word) = @stop_request = word

        # Whether it comes to rest before a word is carried out.
        def ends? = !@stop_request.nil?

        # Whether it does, and that cannot be called off any more.
        def ends_for_good? = false

        # As quickly as it may, and with the power stage off once it stands, whatever becomes of a quick stop otherwise:
        # torque is about to be taken away.
        def stop_for_good
          command_itself(ContactCommand::QUICK_STOP) if machine.state == :operation_enabled
          @quick_stop_option = QUICK_RAMP.first if machine.state == :quick_stop_active
        end

        private

        def ramp_of(option) = QUICK_RAMP.include?(option) ? :quick : :slow

        def begin_quick_stop
          @quick_stop_option = @effective["control.quick_stop_option"]
          @stop_time = 0.0
          end_quick_stop if @quick_stop_option == COAST
        end

        def end_quick_stop
          switch_stage(false)
          machine.stopped
        end

        # Enters the fault state by way of the reaction that is due.
        def react(reaction)
          @reaction = reaction
          @stop_time = 0.0
          @stop_request = nil
          machine.fault
          end_reaction if reaction == COAST || !@stage_on
        end

        def end_reaction
          switch_stage(false)
          machine.reaction_done
        end

        # Every millisecond: has a stop come to its end?
        def proceed(dt)
          case machine.state
          when :operation_enabled
            finish_stop_request if @stop_request && standing? && @brake.closed_after?(dt)
          when :quick_stop_active
            proceed_quick_stop(dt)
          when :fault_reaction_active
            end_reaction if stopped_or_late?(dt)
          end
        end

        def finish_stop_request
          word = @stop_request
          @stop_request = nil
          act_on(machine.control(word, permitted: switch_on_permitted?), word)
        end

        def proceed_quick_stop(dt)
          return if STAYS.include?(@quick_stop_option)
          end_quick_stop if stopped_or_late?(dt)
        end

        def stopped_or_late?(dt)
          @stop_time += dt
          (standing? && @brake.closed_after?(dt)) || @stop_time > LONGEST_STOP
        end
      end
    end
  end
end
