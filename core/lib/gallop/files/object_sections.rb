# frozen_string_literal: true

module Gallop
  module Files
    # The object sections of an EDS or DCF: [2100], [2100sub1], and compact sub-objects with [2100Name] and [2100Value].
    class ObjectSections
      # One object as the file describes it. value and line are of ParameterValue (nil in an EDS).
      Item =
        Record.define(
          :index,
          :subindex,
          :name,
          :line,
          type: nil,
          access: nil,
          default: nil,
          value: nil,
          value_line: nil
        )

      SECTION = /\A(\h{1,4})(?:sub(\h{1,2}))?\z/i
      COMPACT = /\A(\h{1,4})(value|name)\z/i

      attr_reader :problems

      # @param ini [Ini]
      def initialize(ini)
        @ini = ini
        @problems = []
        @node = Ini.integer(ini["DeviceComissioning"]&.text("NodeID") || ini["DeviceCommissioning"]&.text("NodeID"))
      end

      # @return [Array<Item>]
      def items
        @items ||=
          @ini.sections.values.flat_map { |section| section.name =~ SECTION ? object(section, $1.hex, $2&.hex) : [] }
      end

      # A number of the file, with $NODEID resolved. @return [Integer, nil] nil with a problem noted
      def number(text, line)
        return with_node(text, line) if text.match?(/\$NODEID/i)
        Ini.integer(text) || note(line, "a whole number is expected, not “#{text[0, 40]}”")
      end

      private

      def object(section, index, subindex)
        compact = section["CompactSubObj"]
        return compact_items(section, index, compact) if compact && Ini.integer(compact.text).to_i.positive?
        # A record or array: its subs have sections
        return [] if subindex.nil? && Ini.integer(section.text("SubNumber")).to_i.positive?
        [item(section, index, subindex || 0, section.text("ParameterName"), section["ParameterValue"])]
      end

      def item(section, index, subindex, name, value)
        Item.new(
          index: index,
          subindex: subindex,
          name: name.to_s,
          line: section.line,
          type: section["DataType"]&.then { |t| Ini.integer(t.text) },
          access: section.text("AccessType")&.downcase,
          default: section["DefaultValue"],
          value: value&.text,
          value_line: value&.line
        )
      end

      # Sub-objects 1 to n that share one description, names and values in sections of their own (CiA 306, compact
      # storage).
      def compact_items(section, index, compact)
        count = Ini.integer(compact.text)
        return [note(compact.line, "254 sub-objects are possible, not #{count}")].compact unless count.between?(1, 254)
        names = @ini["#{section.name}Name"]
        values = @ini["#{section.name}Value"]
        (1..count).map do |n|
          item(
            section,
            index,
            n,
            names&.text(n.to_s) || "#{section.text("ParameterName")} #{n}",
            values && values[n.to_s]
          )
        end
      end

      def with_node(text, line)
        return note(line, "$NODEID is used, and [DeviceComissioning] names no NodeID") if @node.nil?
        terms = text.split("+").map(&:strip)
        numbers = terms.map { |term| term.casecmp?("$NODEID") ? @node : Ini.integer(term) }
        numbers.all? ? numbers.sum : note(line, "$NODEID+number is expected, not “#{text[0, 40]}”")
      end

      def note(line, message)
        @problems << Problem.new(place: "line #{line}", message: message)
        nil
      end
    end
  end
end
