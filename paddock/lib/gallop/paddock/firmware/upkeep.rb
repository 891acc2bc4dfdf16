# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Hours of the power stage after which something is due at the machine: a warning, until the hours are set anew.
      class Upkeep < Part
        COUNTERS = 4
        HOUR = 3600.0 # s

        def wake
          @counters = []
        end

        # A counter that is changed begins anew.
        def settings_changed
          return if raw("service.counter_1").nil?
          @counters = (1..COUNTERS).map { |n| setting("service.counter_#{n}") }
          begins = records
          @counters.each_with_index do |hours, n|
            next if begins[n] && begins[n]["hours"] == hours
            begins[n] = { "hours" => hours, "from" => run }
          end
        end

        # @return [Integer] bits of those that are due
        def due
          begins = records
          @counters.each_with_index.sum do |hours, n|
            hours.positive? && run - begins[n]["from"] >= hours * HOUR ? 1 << n : 0
          end
        end

        def warns? = @counters.any?(&:positive?) && due.positive?

        def figures = { "service.due" => -> { due } }

        private

        def run = drive.memory.records["enabled_seconds"]
        def records = drive.memory.records["upkeep"] ||= []
      end
    end
  end
end
