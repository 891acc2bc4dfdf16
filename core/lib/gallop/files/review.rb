# frozen_string_literal: true

module Gallop
  module Files
    # What the rows of a file would do to a drive's draft: nothing is taken here.
    class Review
      # status: change, same, unknown, read_only, refused. entry and raw are nil where there is none.
      Line = Record.define(:row, :status, entry: nil, raw: nil, message: "")

      attr_reader :content

      # @param profile [Objects::Profile] @param current [Hash{String => Object}] raw by key, what the draft would be
      # changed from
      def initialize(profile, content, current:)
        @profile = profile
        @content = content
        @current = current
      end

      # All of it in plain objects, to be made in one process and shown in another. @return [Hash]
      def to_plain
        rows =
          lines.map do |line|
            { row: line.row.to_h, status: line.status, key: line.entry&.key, raw: line.raw, message: line.message }
          end
        { format: content.format, device: content.device, problems: content.problems.map(&:to_h), lines: rows }
      end

      # @param plain [Hash] of #to_plain, names as symbols @return [Review]
      def self.from_plain(profile, plain, current:)
        problems = plain.fetch(:problems).map { |problem| Problem.new(**problem) }
        content =
          Content.new(
            format: plain.fetch(:format),
            rows: [],
            problems: problems,
            device: plain.fetch(:device).transform_keys(&:to_s)
          )
        new(profile, content, current: current).tap do |review|
          review.lines = plain.fetch(:lines).map { |line| review.line_of(profile, line) }
        end
      end

      attr_writer :lines

      def line_of(profile, plain)
        Line.new(
          row: Row.new(**plain.fetch(:row)),
          entry: plain[:key] && profile.fetch(plain[:key]),
          **plain.slice(:status, :raw, :message)
        )
      end

      # @return [Array<Line>] in the order of the file; of two rows for one entry the second is refused
      def lines
        @lines ||=
          begin
            seen = {}
            content.rows.map { |row| line(row, seen) }
          end
      end

      def changes = lines.select { |line| line.status == "change" }

      # @return [String, nil] why the file is for another device
      def foreign
        number = Ini.integer(content.device["product_number"])
        ours = @profile.fetch("device.product").default_raw
        family = content.device["family"]
        return if (number.nil? || number == ours) && (family.nil? || family == @profile.family)
        "The file is for #{content.device["product"] || content.device["family"] || "another device"}; this drive " \
          "is a #{@profile.title}."
      end

      private

      def line(row, seen)
        entry = entry_of(row)
        return Line.new(row: row, status: "unknown", message: "#{@profile.title} has no such value") if entry.nil?
        return Line.new(row: row, status: "read_only", entry: entry, message: "cannot be set") unless entry.setting?
        if seen[entry.key]
          return Line.new(row: row, status: "refused", entry: entry, message: "is there already in #{seen[entry.key]}")
        end
        seen[entry.key] = row.place
        judged(row, entry, entry.check(raw_of(entry, row)))
      rescue Objects::Unacceptable => e
        Line.new(row: row, status: "refused", entry: entry, message: e.message.delete_prefix("#{entry.name}: "))
      end

      def judged(row, entry, raw)
        Line.new(row: row, entry: entry, raw: raw, status: @current[entry.key] == raw ? "same" : "change")
      end

      def entry_of(row)
        return @profile[row.key] || (row.index && @profile.at(row.index, row.subindex)) if row.key
        @profile.at(row.index, row.subindex)
      end

      def raw_of(entry, row)
        return row.text if entry.text?
        return entry.parse(row.unit.to_s == entry.unit ? row.text : "#{row.text} #{row.unit}".strip) unless row.raw
        number(entry, row.text)
      end

      def number(entry, text)
        figure = entry.data_type.float? ? Float(text, exception: false) : Integer(text, exception: false)
        raise Objects::Unacceptable, "#{entry.name}: a number is expected, not “#{text[0, 40]}”" if figure.nil?
        entry.data_type.float? ? figure : signed(entry, figure)
      end

      # A hexadecimal figure of a signed type is its two's complement, as CiA 306 lays it down.
      def signed(entry, number)
        range = entry.data_type.range
        bits = range.max.bit_length + 1
        range.min.negative? && number > range.max && number < (1 << bits) ? number - (1 << bits) : number
      end
    end
  end
end
