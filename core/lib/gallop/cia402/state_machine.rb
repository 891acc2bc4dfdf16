# frozen_string_literal: true

module Gallop
  module Cia402
    # The state machine of IEC 61800-7-201, figure "Power drive system state machine", transitions 0 to 16. It holds
    # the state alone; what a drive does while it stops is told by the options and reported back through #stopped and
    # #reaction_done.
    #
    #   machine = StateMachine.new
    #   machine.initialised                    # transitions 0 and 1
    #   machine.control(0x0006)                # 2: shutdown
    class StateMachine
      # from => { command => [ transition, to ] }
      COMMANDS = {
        switch_on_disabled: {
          shutdown: [2, :ready_to_switch_on]
        },
        ready_to_switch_on: {
          switch_on: [3, :switched_on],
          enable_operation: [3, :switched_on],
          disable_voltage: [7, :switch_on_disabled],
          quick_stop: [7, :switch_on_disabled]
        },
        switched_on: {
          enable_operation: [4, :operation_enabled],
          shutdown: [6, :ready_to_switch_on],
          disable_voltage: [10, :switch_on_disabled],
          quick_stop: [10, :switch_on_disabled]
        },
        operation_enabled: {
          switch_on: [5, :switched_on],
          shutdown: [8, :ready_to_switch_on],
          disable_voltage: [9, :switch_on_disabled],
          quick_stop: [11, :quick_stop_active]
        },
        quick_stop_active: {
          disable_voltage: [12, :switch_on_disabled],
          enable_operation: [16, :operation_enabled]
        }
      }.freeze

      attr_reader :state, :last_transition

      # @param resumes_after_quick_stop [Boolean] whether transition 16 is taken, which the standard leaves open
      def initialize(resumes_after_quick_stop: false)
        @state = :not_ready_to_switch_on
        @resumes_after_quick_stop = resumes_after_quick_stop
        @last_word = 0
      end

      # Self-test done: transitions 0 and 1.
      def initialised
        go(1, :switch_on_disabled) if @state == :not_ready_to_switch_on
      end

      # @param word [Integer] the Controlword as written
      # @param permitted [Boolean] whether power may be switched on now (bus charged, torque-off inputs closed)
      # @return [Integer, nil] the number of the transition that was taken
      def control(word, permitted: true)
        reset = rising_reset?(word)
        @last_word = word
        return(go(15, :switch_on_disabled) if reset) if @state == :fault
        transition, to = COMMANDS.dig(@state, Controlword.command(word))
        return if transition.nil? || blocked?(transition, permitted)
        go(transition, to)
      end

      # A fault was detected: transition 13.
      def fault
        go(13, :fault_reaction_active) unless %i[fault fault_reaction_active].include?(@state)
      end

      # The fault reaction has ended: transition 14.
      def reaction_done
        go(14, :fault) if @state == :fault_reaction_active
      end

      # The quick stop has ended and its option code leads on to Switch on disabled: transition 12.
      def stopped
        go(12, :switch_on_disabled) if @state == :quick_stop_active
      end

      # Power was taken away from outside (torque-off inputs, bus) while no fault is due: transitions 7, 9, 10, 12.
      def power_lost
        numbers = { ready_to_switch_on: 7, operation_enabled: 9, switched_on: 10, quick_stop_active: 12 }
        go(numbers[@state], :switch_on_disabled) if numbers.key?(@state)
      end

      def power_stage_on? = %i[operation_enabled quick_stop_active fault_reaction_active].include?(@state)
      def faulted? = %i[fault fault_reaction_active].include?(@state)

      private

      def rising_reset?(word)
        (word & Controlword::FAULT_RESET).positive? && (@last_word & Controlword::FAULT_RESET).zero?
      end

      def blocked?(transition, permitted)
        return !permitted if [2, 3, 4].include?(transition)
        transition == 16 && !@resumes_after_quick_stop
      end

      def go(transition, state)
        @state = state
        @last_transition = transition
      end
    end
  end
end
