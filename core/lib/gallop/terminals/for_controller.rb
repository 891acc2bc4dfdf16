# frozen_string_literal: true

module Gallop
  module Terminals
    # How a controller gets at a terminal: the entry that carries it, its bit, and a line of structured text.
    #
    #   ForController.input(profile, 5, "photo eye 2").line
    #   # => "photo_eye_2 := (DigitalInputs AND DWORD#16#0040_0000) <> 0;"
    class ForController
      # @!attribute index [Integer] @!attribute subindex [Integer] @!attribute register [Integer] the first of its words
      # @!attribute bit [Integer, nil] @!attribute mask [String, nil] as IEC 61131-3 writes it @!attribute line [String]
      Access = Record.define(:name, :index, :subindex, :register, :line, bit: nil, mask: nil)

      class << self
        # @param profile [Objects::Profile] @param number [Integer] from 1 on @param wire [String, nil] @return [Access]
        def input(profile, number, wire)
          bit = FIRST_INPUT_BIT + number - 1
          mask = "DWORD#16##{hex(1 << bit, 8)}"
          name = identifier(wire, Words.name(number))
          of(
            profile.fetch("terminals.inputs"),
            bit: bit,
            mask: mask,
            line: "#{name} := (DigitalInputs AND #{mask}) <> 0;"
          )
        end

        # What it measures, in volts. @return [Access]
        def analog(profile, number, wire)
          entry = profile.fetch("terminals.analog_#{number}")
          name = identifier(wire, Words.name(number, "analog"))
          of(entry, line: "#{name}_volts := INT_TO_REAL(AnalogInput#{number}) * #{entry.scale};")
        end

        # An output that is left to it; the state of any other. @param left [Boolean] @return [Access]
        def output(profile, number, wire, left)
          bit = number - 1
          name = identifier(wire, Words.name(number, "output"))
          unless left
            mask = "DWORD#16##{hex(1 << bit, 8)}"
            line = "#{name} := (DigitalOutputs AND #{mask}) <> 0;"
            return of(profile.fetch("terminals.outputs"), bit: bit, mask: mask, line: line)
          end
          mask = "WORD#16##{hex(1 << bit, 4)}"
          of(
            profile.fetch("terminals.outputs_asked"),
            bit: bit,
            mask: mask,
            line: "OutputsAsked := SEL(#{name}, OutputsAsked AND NOT #{mask}, OutputsAsked OR #{mask});"
          )
        end

        # As an identifier of IEC 61131-3. @param wire [String, nil]
        def identifier(wire, fallback)
          name = wire.to_s.unicode_normalize(:nfkd).gsub(/\p{Mn}/, "").gsub(/[^A-Za-z0-9]+/, "_").gsub(/\A_+|_+\z/, "")
          return fallback if name.empty?
          name.match?(/\A\d/) ? "_#{name}" : name
        end

        private

        def of(entry, **rest)
          Access.new(name: entry.name, index: entry.index, subindex: entry.subindex, register: entry.register, **rest)
        end

        def hex(figure, digits) = format("%0#{digits}X", figure).scan(/.{4}/).join("_")
      end
    end
  end
end
