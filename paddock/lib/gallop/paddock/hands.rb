# frozen_string_literal: true

module Gallop
  module Paddock
    # What hands can do at the machine of a stand-in, and how it stands: each named once, with the part of the machine
    # that it needs.
    module Hands
      # @!attribute get [Proc] stand-in → how it stands @!attribute set [Proc] stand-in, value
      # @!attribute of [Proc] axis → the part that it is about, or nothing where the machine has none
      # @!attribute range [Range, nil] of a figure; nil for a switch
      # @!attribute torque [Boolean] of the shaft; told as a force where a linear motor is
      Hand = Record.define(:name, :get, :set, of: ->(axis) { axis }, range: nil, torque: false)

      # A value that cannot be, with the reason.
      class Unacceptable < ArgumentError
      end

      class Hand
        def there?(axis) = of.call(axis) ? true : false

        # @raise [Unacceptable]
        def check(value, axis)
          raise Unacceptable, "#{name}: this drive has no such part" unless there?(axis)
          return if range ? figure?(value, axis) : [true, false].include?(value)
          raise Unacceptable, "#{name}: true or false is expected" if range.nil?
          raise Unacceptable, "#{name}: a figure from #{limits(axis).join(" to ")} is expected"
        end

        private

        def figure?(value, axis)
          return false unless value.is_a?(Numeric) && (value.is_a?(Integer) || !range.min.is_a?(Integer))
          range.cover?(torque ? axis.shaft.reckoned(:torque, value) : value)
        end

        def limits(axis)
          [range.min, range.max].map { |limit| torque ? axis.shaft.real(:torque, limit).round(1) : limit }
        end
      end

      class << self
        private

        # Of the axis, or of a part of it.
        def switch(name, attribute, of: ->(axis) { axis }, inverted: false)
          Hand.new(
            name: name,
            of: of,
            get: ->(stand_in) { of.call(stand_in.axis)&.public_send(attribute)&.then { |on| inverted ? !on : on } },
            set: ->(stand_in, on) { of.call(stand_in.axis).public_send("#{attribute}=", inverted ? !on : on) }
          )
        end

        def torque(name, range, get:, set:)
          Hand.new(
            name: name,
            range: range,
            torque: true,
            get: ->(stand_in) { stand_in.axis.then { |axis| axis.shaft.real(:torque, get.call(axis)).round(6) } },
            set: ->(stand_in, figure) do
              stand_in.axis.then { |axis| set.call(axis, axis.shaft.reckoned(:torque, figure.to_f)) }
            end
          )
        end
      end

      ENCODER = ->(axis) { axis.encoder }
      CHANNELS = ->(axis) { axis.encoder if axis.encoder&.channels? }
      HALLS = ->(axis) { axis.encoder if axis.encoder&.halls? }
      PAIR = ->(axis) { axis.encoder if axis.encoder.respond_to?(:word) }
      BRAKE = ->(axis) { axis.brake }
      WINDING = ->(axis) { axis.winding_sensor }
      MECHANICS = ->(axis) { axis.mechanics }
      LINES = ->(axis) { axis.bus if axis.bus.respond_to?(:three_lines?) && axis.bus.three_lines? }
      ENDS = ->(axis) { axis if axis.ends }
      PULSE = ->(axis) { axis if axis.pulse_input? }
      EARTHED = ->(axis) { axis if axis.bus.respond_to?(:mains_peak) }
      TEAM = ->(axis) { axis.team_line }

      # Mistakes of wiring, and a load that is not coupled.
      WIRING = [
        switch("phases_exchanged", :phases_exchanged),
        switch("phase_open", :phase_open),
        switch("channels_exchanged", :channels_exchanged, of: CHANNELS),
        switch("index_exchanged", :index_exchanged, of: CHANNELS),
        switch("slow_signal_off", :word_powered, of: PAIR, inverted: true),
        switch("hall_order", :hall_order, of: HALLS).with(range: 0..5),
        switch("winding_sensor_off", :connected, of: WINDING, inverted: true),
        switch("earth_leak", :earth_leak, of: EARTHED),
        switch("brake_unwired", :wired, of: BRAKE, inverted: true),
        switch("uncoupled", :coupled, of: MECHANICS, inverted: true)
      ].freeze

      # What is done with the machine itself.
      MACHINE = [
        Hand.new(name: "mains", get: ->(one) { one.axis.bus.mains_on }, set: ->(one, on) { one.mains = on }),
        switch("mains_line", :line_lost, of: LINES, inverted: true),
        Hand.new(name: "cable", get: ->(one) { one.cable_plugged }, set: ->(one, on) { one.cable_plugged = on }),
        switch("torque_off_a", :torque_off_a_closed),
        switch("torque_off_b", :torque_off_b_closed),
        switch("encoder_power", :powered, of: ENCODER),
        switch("team_line", :plugged, of: TEAM),
        torque(
          "load_torque",
          0.0..1000.0,
          get: ->(axis) { axis.mechanics.load_torque },
          set: ->(axis, figure) { axis.mechanics.load_torque = figure }
        ),
        torque(
          "hand_torque",
          -50.0..50.0,
          get: ->(axis) { axis.hand_torque },
          set: ->(axis, figure) { axis.hand_torque = figure }
        ),
        Hand.new(
          name: "ends",
          of: ENDS,
          get: ->(one) { ENDS.call(one.axis)&.ends_in_place? },
          set: ->(one, on) { one.axis.ends_in_place = on }
        ),
        Hand.new(
          name: "pulse_width",
          of: PULSE,
          range: 0.0..3000.0,
          get: ->(one) { PULSE.call(one.axis)&.then { |axis| axis.pulse_width.to_i } },
          set: ->(one, width) { one.axis.pulse_width = width.zero? ? nil : width.to_f }
        )
      ].freeze

      # What is seen in another form than it is set.
      OTHERS = [
        Hand.new(
          name: "brake_lifted",
          of: BRAKE,
          get: ->(one) { one.axis.brake&.lifted },
          set: ->(one, on) { one.axis.lift_brake(on) }
        ),
        Hand.new(
          name: "hand_turn",
          range: -20.0..20.0,
          get: ->(one) { one.axis.turning_by_hand? },
          set: ->(one, turns) { one.axis.hand_turn(turns.to_f) }
        )
      ].freeze

      # At the terminals: contacts and sources, and the wires to them.
      TERMINALS =
        (1..OperatorsBox::INPUTS).flat_map do |n|
          contact = ->(axis) { axis.box.contacts[n - 1] }
          [
            switch("input_#{n}", :operated, of: contact),
            switch("input_#{n}_opening", :opening, of: contact),
            switch("input_#{n}_shorted", :shorted, of: contact),
            switch("input_#{n}_bounce", :bounce, of: contact).with(range: 0.0..0.2),
            switch("input_#{n}_lands_on", :lands_on, of: contact).with(range: OperatorsBox::OFF..OperatorsBox::INPUTS)
          ]
        end +
          (1..OperatorsBox::ANALOGS).flat_map do |n|
            source = ->(axis) { axis.box.sources[n - 1] }
            [
              switch("analog_#{n}", :volts, of: source).with(range: -12.0..12.0),
              switch("analog_#{n}_connected", :connected, of: source),
              switch("analog_#{n}_reversed", :reversed, of: source),
              switch("analog_#{n}_pumped", :pumped, of: source),
              switch("analog_#{n}_noise", :noise, of: source).with(range: 0.0..2.0)
            ]
          end

      # At the drive's own keys: pushed for a moment.
      KEYS = Gallop::Terminals::Keypad::KEYS.map { |key| switch("key_#{key}", key, of: ->(axis) { axis.box.keypad }) }

      ALL = (MACHINE + WIRING + OTHERS + TERMINALS + KEYS).to_h { |hand| [hand.name, hand] }.freeze

      # @raise [Unacceptable]
      def self.named(name)
        ALL[name] || raise(Unacceptable, "“#{name}” is nothing to set; there are #{ALL.keys.join(", ")}")
      end

      # @return [Hash{Symbol => Object}] how they stand, by name
      def self.seen(hands, stand_in) = hands.to_h { |hand| [hand.name.to_sym, hand.get.call(stand_in)] }
    end
  end
end
