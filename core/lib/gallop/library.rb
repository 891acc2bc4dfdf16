# frozen_string_literal: true

require "csv"

module Gallop
  # Motors and feedback devices by part number, as a table: part, kind (synchronous, linear, induction, brushed,
  # stepper, or device), note, and one column a fact of the stage Motor, or of Feedback for a device. What a motor
  # brings over for other stages has their name before it: feedback.type is a device of the library, power.brake_torque
  # a fact of Power. Figures are in the unit of their fact, or bring their own.
  #
  #   Library.named("Kestrel 60-04").facts["rated_torque"]   # => "1.27"
  module Library
    # facts: texts by key, as the technician would type them
    Listed =
      Record.define(:part, :kind, :note, :facts) do
        # @return [Hash{String => String}] of its own stage
        def own_facts = facts.reject { |key, _| key.include?(".") }

        # @return [Hash{String => String}] for another stage, without what its device brings
        def facts_for(stage) =
          facts.filter_map { |key, text| [key.delete_prefix("#{stage}."), text] if key.start_with?("#{stage}.") }.to_h
      end

    # The table cannot be taken. The message names the line.
    class Faulty < Refusal
    end

    FILE = File.expand_path("../../data/library.csv", __dir__)
    DEVICE = "device"
    MOTORS = {
      "synchronous" => Motors::Synchronous,
      "linear" => Motors::Linear,
      "induction" => Motors::Induction,
      "brushed" => Motors::Brushed,
      "stepper" => Motors::Stepper
    }.freeze
    KINDS = [*MOTORS.keys, DEVICE].freeze
    BROUGHT = { "feedback" => Feedback::Device::BROUGHT, "power" => Power::Supply::BRAKE }.freeze # fields by stage
    FIXED = %w[part kind note].freeze
    LONGEST = 200_000 # bytes
    MOST = 1000

    module_function

    # @return [Array<Listed>] those that come with Gallop
    def shipped = @shipped ||= read(File.read(FILE)).freeze

    # @return [Listed, nil] of those that come with Gallop
    def named(part) = shipped.find { |listed| listed.part == part }

    # @param text [String] CSV with commas or semicolons @return [Array<Listed>] @raise [Faulty] with the line and
    # what was expected
    def read(text)
      raise Faulty, "the table is larger than #{LONGEST} bytes" if text.bytesize > LONGEST
      text = text.dup.force_encoding("UTF-8").delete_prefix("\uFEFF")
      raise Faulty, "the table is no UTF-8 text" unless text.valid_encoding?
      table = parse(text)
      check_header(table.headers)
      raise Faulty, "#{MOST} parts at most are expected" if table.size > MOST
      listed = table.each_with_index.map { |row, index| part(row, "line #{index + 2}") }
      check_parts(listed)
    end

    # @param parts [Array<Listed>] @return [String] CSV
    def write(parts)
      keys = parts.flat_map { |listed| listed.facts.keys }.uniq
      ::CSV.generate do |csv|
        csv << FIXED + keys
        parts.each { |listed| csv << [listed.part, listed.kind, listed.note, *listed.facts.values_at(*keys)] }
      end
    end

    # Best first: parts that begin with the words, then those that have them anywhere.
    # @param parts [Array<Listed>] @param query [String]
    def search(parts, query)
      words = query.downcase.split
      found = parts.select { |listed| words.all? { |word| "#{listed.part} #{listed.note}".downcase.include?(word) } }
      found.sort_by { |listed| [listed.part.downcase.start_with?(words.join(" ")) ? 0 : 1, listed.part] }
    end

    # What makes a part complete. @return [String, nil] what is wrong
    def problem(kind, facts)
      return "“#{kind}” is none of #{KINDS.join(", ")}" unless KINDS.include?(kind)
      listed = Listed.new(part: "", kind: kind, note: "", facts: facts)
      fields, spare = fields_of(kind, facts)
      problem_of(fields, listed.own_facts, "a #{kind == DEVICE ? "device" : "motor"} of that kind", spare) ||
        BROUGHT.filter_map { |stage, known| problem_of(known, listed.facts_for(stage), stage, :all) }.first
    end

    # @return [Array<String>] keys of what a device is, apart from how it is mounted and wired
    def device_fields(facts) =
      Feedback::Device.fields(facts).map(&:key) -
        %w[type encoder_turns motor_turns direction offset seen_counts cable supply_current supply_section]

    # @return [Array(Array<Facts::Field>, Array<String>)] and the keys of those that a library need not know
    def fields_of(kind, facts)
      return Feedback::Device.fields(facts), Feedback::Device::BROUGHT.map(&:key) if kind == DEVICE
      stage = MOTORS.fetch(kind)
      [stage.fields(facts), stage.surrounding]
    end
    private_class_method :fields_of

    # @param spare [Array<String>, Symbol] keys that may be missing
    def problem_of(fields, facts, of_what, spare)
      unknown = facts.keys - fields.map(&:key)
      return "“#{unknown.first}” is no fact of #{of_what}" if unknown.any?
      sheet = Facts::Sheet.new(fields, facts)
      bad = sheet.problems.first
      return "#{bad[0]}: #{bad[1]}" if bad
      missing = spare == :all ? [] : sheet.missing.map(&:key) - spare
      missing.any? ? "#{missing.first} is missing" : nil
    end
    private_class_method :problem_of

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
      unknown = headers.compact - columns
      if unknown.any?
        raise Faulty, "line 1: the column “#{unknown.first.to_s[0, 40]}” is not known; known are #{columns.join(", ")}"
      end
    end
    private_class_method :check_header

    # @return [Array<String>]
    def columns
      @columns ||= [
        *FIXED,
        *MOTORS.values.flat_map { |stage| stage::FIELDS.map(&:key) },
        *Feedback::Device::FIELDS.map(&:key),
        *BROUGHT.flat_map { |stage, fields| fields.map { |field| "#{stage}.#{field.key}" } }
      ].uniq
    end

    def part(row, place)
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
    private_class_method :part

    def check_parts(listed)
      twice = listed.map(&:part).tally.find { |_, count| count > 1 }
      raise Faulty, "the part “#{twice.first}” is there twice" if twice
      listed
    end
    private_class_method :check_parts
  end
end
