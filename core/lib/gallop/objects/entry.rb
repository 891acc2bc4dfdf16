# frozen_string_literal: true

require "ipaddr"

module Gallop
  module Objects
    # One entry of the object dictionary. Three forms of a value are told apart: raw (what the wire carries), figure
    # (raw × scale, in the entry's unit) and text. Range and default are figures.
    #
    # access: ro, rw, wo, const. effect: at_once, when_disabled, after_restart. locked: true refuses writes while
    # operation is enabled. stored: kept by the store command. live: part of the block that is polled. since: firmware
    # that brought it. kept: the stand-in keeps it and does not act on it yet. derived: how it follows from the entries
    # of derived_from. grid: the drive rounds to multiples of it (figure). held_by: key of a value of the same unit up
    # to which it counts, less held_margin (figure). hazard: what may happen; always, or with hazard_choices, or beyond
    # hazard_above (figure).
    Entry =
      Record.define(
        :index,
        :subindex,
        :key,
        :name,
        :group,
        :type,
        :register,
        :help,
        access: "rw",
        effect: "at_once",
        locked: false,
        stored: nil,
        live: false,
        unit: "",
        scale: 1,
        decimals: nil,
        minimum: nil,
        maximum: nil,
        default: 0,
        bits: {
        },
        choices: {
        },
        synonyms: [],
        words: nil,
        since: nil,
        kept: false,
        derived: nil,
        derived_from: [],
        related: [],
        grid: nil,
        octets: false,
        hexadecimal: false,
        hazard: nil,
        hazard_choices: nil,
        hazard_above: nil,
        held_by: nil,
        held_margin: 0
      ) do
        def data_type = DataType.fetch(type)
        def register_count = words || data_type.words
        def registers = register...(register + register_count)
        def address = Kernel.format("%04X:%02X", index, subindex)
        def writable? = %w[rw wo].include?(access)
        def readable? = access != "wo"
        def stored? = stored.nil? ? access == "rw" : stored
        def setting? = access == "rw" && stored?
        def text? = type == "text"

        # @return [Object] raw, as a drive rounds it to its grid; the same where it has none
        def on_grid(raw)
          return raw if grid.nil?
          step = raw(grid)
          ((raw.to_f / step).round * step).clamp(raw_range.min, raw_range.max)
        end

        def encode(raw) = data_type.encode(raw, words: register_count)
        def decode(registers) = data_type.decode(registers)

        # @return [Float, Integer, String] in the entry's unit
        def figure(raw)
          return raw if raw.nil? || text? || scale == 1
          raw * scale
        end

        # @param figure [Numeric, String] in the entry's unit @return [Integer, Float, String] the nearest raw value
        def raw(figure)
          return figure if text?
          data_type.float? ? (figure / scale.to_f) : (figure.to_r / scale.to_r).round
        end

        # A figure of this entry in SI, and back.
        def to_si(figure) = unit.empty? ? figure : Quantities::Unit.fetch(unit).to_si(figure)
        def from_si(figure) = unit.empty? ? figure : Quantities::Unit.fetch(unit).from_si(figure)

        def default_raw = text? ? default : raw(default)

        def raw_range
          type_range = data_type.range or return nil
          low = minimum ? raw(minimum) : type_range.min
          high = maximum ? raw(maximum) : type_range.max
          low..high
        end

        def decimals_shown = decimals || (data_type.float? ? nil : [-Math.log10(scale).floor, 0].max)

        # @return [Boolean] whether this value is a hazard as it stands
        def hazardous?(raw)
          return false if hazard.nil? || raw.nil?
          return hazard_choices.include?(raw) if hazard_choices
          hazard_above ? figure(raw).abs > hazard_above : raw != default_raw
        end

        # @return [String] for reading: figure with unit, the name of a choice, the names of the bits that are on, or
        # the text
        def show(raw)
          return "–" if raw.nil?
          return raw if text?
          return Network.dotted(raw) if octets
          return Kernel.format("0x%0#{register_count * 4}X", raw) if hexadecimal
          return choices[raw] ? "#{choices[raw]} (#{raw})" : raw.to_s if choices.any?
          return Kernel.format("0x%04X", raw) if bits.any?
          Quantities.format(figure(raw), unit, decimals_shown)
        end

        # @param typed [String] @return [Integer, Float, String] raw @raise [Unacceptable]
        def parse(typed)
          return check(typed.to_s.strip) if text?
          return check(octets_of(typed)) if octets
          return choice(typed) if choices.any?
          return check(Integer(typed.to_s.strip)) if typed.to_s.match?(/\A\s*0x\h{1,8}\s*\z/)
          check(raw(Quantities.parse(bare(typed), unit: unit)))
        rescue Quantities::Unreadable => e
          raise Unacceptable, "#{name}: #{e.message}"
        end

        # @return [Object] raw as given, when the drive can hold it @raise [Unacceptable] with the range
        def check(raw)
          return check_text(raw) if text?
          refuse "a figure is expected, not #{raw.inspect}" unless raw.is_a?(Numeric) && raw.to_f.finite?
          refuse "a whole number is expected" if data_type.integer? && !raw.is_a?(Integer)
          if choices.any? && !choices.key?(raw)
            refuse "#{raw} is none of #{choices.map { |value, text| "#{value} (#{text})" }.join(", ")}"
          end
          refuse "#{show(raw)} is outside #{range_text}" unless raw_range.cover?(raw)
          raw
        end

        def range_text = "#{show(raw_range.min)} to #{show(raw_range.max)}"

        private

        # Units that cannot be converted (counts, a gain's) may be typed behind the figure all the same.
        def bare(typed) = Quantities::Unit.find(unit) ? typed : typed.to_s.strip.delete_suffix(unit)

        def octets_of(typed)
          address = IPAddr.new(typed.to_s.strip)
          if address.ipv4? && !typed.include?("/")
            address.to_i
          else
            refuse("an IPv4 address like 192.168.30.11 is expected, not “#{typed}”")
          end
        rescue IPAddr::Error
          refuse("an IPv4 address like 192.168.30.11 is expected, not “#{typed}”")
        end

        def choice(typed)
          text = typed.to_s.strip
          found = choices.find { |value, name| value.to_s == text || name.casecmp?(text) }
          found ? found.first : refuse("“#{text}” is none of #{choices.values.join(", ")}")
        end

        def check_text(raw)
          refuse "a text is expected" unless raw.is_a?(String)
          refuse "the text has #{raw.bytesize} bytes, #{register_count * 2} fit" if raw.bytesize > register_count * 2
          refuse "line breaks and control characters cannot be kept" if raw.match?(/[[:cntrl:]]/)
          refuse "spaces at its ends cannot be kept" if raw != raw.strip
          raw
        end

        def refuse(reason) = raise(Unacceptable, "#{name}: #{reason}")
      end
  end
end
