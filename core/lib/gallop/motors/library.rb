# frozen_string_literal: true

require "csv"

module Gallop
  module Motors
    # Motors by part number, as a table: part, kind (synchronous, linear, induction, brushed or stepper), note, and
    # one column a fact of the stage Motor. Figures are in the unit of their fact, or bring their own.
    #
    #   Library.shipped.find { |motor| motor.part == "Kestrel 60-04" }.facts["rated_torque"]   # => "1.27"
    module Library
      # facts: texts by key, as the technician would type them
      Listed = Record.define(:part, :kind, :note, :facts)
      # The table cannot be taken. The message names the line.
      class Faulty < Refusal
      end

      FILE = File.expand_path("../../../data/motors.csv", __dir__)
      KINDS = {
        "synchronous" => Synchronous,
        "linear" => Linear,
        "induction" => Induction,
        "brushed" => Brushed,
        "stepper" => Stepper
      }.freeze
      FIXED = %w[part kind note].freeze
      LONGEST = 200_000 # bytes
      MOST = 1000

      module_function

      # @return [Array<Listed>] those that come with Gallop
      def shipped = @shipped ||= read(File.read(FILE)).freeze

      # @param text [String] CSV with commas or semicolons @return [Array<Listed>] @raise [Faulty] with the line and
      # what was expected
      def read(text)
        raise Faulty, "the table is larger than #{LONGEST} bytes" if text.bytesize > LONGEST
        text = text.dup.force_encoding("UTF-8").delete_prefix("\uFEFF")
        raise Faulty, "the table is no UTF-8 text" unless text.valid_encoding?
        table = parse(text)
        check_header(table.headers)
        raise Faulty, "#{MOST} motors at most are expected" if table.size > MOST
        listed = table.each_with_index.map { |row, index| motor(row, "line #{index + 2}") }
        check_parts(listed)
      end

      # @param motors [Array<Listed>] @return [String] CSV
      def write(motors)
        keys = motors.flat_map { |motor| motor.facts.keys }.uniq
        ::CSV.generate do |csv|
          csv << FIXED + keys
          motors.each { |motor| csv << [motor.part, motor.kind, motor.note, *motor.facts.values_at(*keys)] }
        end
      end

      # Best first: parts that begin with the words, then those that have them anywhere.
      # @param motors [Array<Listed>] @param query [String]
      def search(motors, query)
        words = query.downcase.split
        found = motors.select { |motor| words.all? { |word| "#{motor.part} #{motor.note}".downcase.include?(word) } }
        found.sort_by { |motor| [motor.part.downcase.start_with?(words.join(" ")) ? 0 : 1, motor.part] }
      end

      # What makes a motor complete. @return [String, nil] what is wrong
      def problem(kind, facts)
        stage = KINDS[kind] or return "“#{kind}” is none of #{KINDS.keys.join(", ")}"
        fields = stage.fields(facts)
        sheet = Facts::Sheet.new(fields, facts)
        unknown = facts.keys - fields.map(&:key)
        return "“#{unknown.first}” is no fact of a motor of that kind" if unknown.any?
        bad = sheet.problems.first
        return "#{bad[0]}: #{bad[1]}" if bad
        missing = sheet.missing.map(&:key) - stage.surrounding
        missing.any? ? "#{missing.first} is missing" : nil
      end

      def parse(text)
        header = text.each_line.first.to_s
        ::CSV.parse(
          text,
          headers: true,
          col_sep: Files::Csv.separator(header),
          skip_blanks: true,
          header_converters: ->(name) { name.to_s.strip.downcase }
        )
      rescue ::CSV::MalformedCSVError => e
        raise Faulty, "line #{e.lineno}: no table: #{e.message.sub(%r{ in line \d+\.?\z}, "")}"
      end
      private_class_method :parse

      def check_header(headers)
        missing = %w[part kind] - headers
        raise Faulty, "line 1: columns “part” and “kind” are expected" if missing.any?
        known = FIXED + KINDS.values.flat_map { |kind| kind::FIELDS.map(&:key) }
        unknown = headers.compact - known
        if unknown.any?
          raise Faulty,
                "line 1: the column “#{unknown.first.to_s[0, 40]}” is not known; known are #{known.uniq.join(", ")}"
        end
      end
      private_class_method :check_header

      def motor(row, place)
        part, kind, note = FIXED.map { |column| row[column].to_s.strip }
        raise Faulty, "#{place}: a part number of 1 to 40 characters is expected" unless part.length.between?(1, 40)
        raise Faulty, "#{place}: a note of 80 characters at most is expected" if note.length > 80
        facts =
          row
            .to_h
            .except(*FIXED)
            .transform_values { |text| text.to_s.strip }
            .reject { |key, text| key.nil? || text.empty? }
        reason = problem(kind, facts)
        raise Faulty, "#{place}: #{part}: #{reason}" if reason
        Listed.new(part: part, kind: kind, note: note, facts: facts)
      end
      private_class_method :motor

      def check_parts(listed)
        twice = listed.map(&:part).tally.find { |_, count| count > 1 }
        raise Faulty, "the part “#{twice.first}” is there twice" if twice
        listed
      end
      private_class_method :check_parts
    end
  end
end
