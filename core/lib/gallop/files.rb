# frozen_string_literal: true

module Gallop
  # Settings and device descriptions as files: DCF and EDS after CiA 306, CSV and JSON (layouts in docs/formats.md).
  # Reading never raises for what a file holds: what cannot be understood is a Problem with its place.
  #
  #   content = Gallop::Files.read("carriage.dcf", bytes)
  #   content.rows.first.text    # => "0x0005"
  #   Gallop::Files::Review.new(profile, content, current: live).lines
  module Files
    LONGEST = 2_000_000 # bytes
    MOST_LINES = 40_000 # ten times what the largest device of a family needs
    MOST_ROWS = 4_000
    MOST_PROBLEMS = 100 # the rest of a file that has more is not worth reading

    # One setting as the file has it. raw: true when text is what the wire carries, false when it is a figure with a
    # unit.
    Row = Record.define(:place, :text, key: nil, index: nil, subindex: nil, raw: false, unit: nil)
    # What is wrong with the file, and where.
    Problem = Record.define(:place, :message)
    # What was read. device: what the file says it is for, texts by name.
    Content = Record.define(:format, :rows, problems: [], device: {})

    FORMATS = { "dcf" => "Dcf", "eds" => "Eds", "csv" => "Csv", "json" => "Json" }.freeze

    module_function

    # @param name [String] of the file, whose ending tells the format @param bytes [String]
    # @return [Content]
    def read(name, bytes)
      format = File.extname(name.to_s).delete_prefix(".").downcase
      return refused(format, "file", "#{bytes.bytesize} bytes; at most #{LONGEST} are read") if bytes.bytesize > LONGEST
      return refused(format, "file", "the name ends in none of .dcf, .eds, .csv, .json") unless FORMATS.key?(format)
      lines = [bytes.count("\n"), bytes.count("\r")].max
      if lines > MOST_LINES
        return refused(format, "file", "#{lines} lines; no device has settings for more than #{MOST_LINES}")
      end
      return refused(format, "file", "it is empty") unless bytes.match?(/[^\s\0]/n)
      bounded(reader(format).read(text_of(bytes)))
    end

    # @param values [Hash{String => Object}] raw by key @param device [Hash] see Dcf @return [String]
    def write(format, profile, values, device = {})
      reader(format).write(profile, values, device)
    end

    # UTF-8 where it is that, else Latin-1, which any bytes are. A byte order mark is left out.
    def text_of(bytes)
      text = bytes.dup.force_encoding(Encoding::UTF_8)
      text = bytes.dup.force_encoding(Encoding::ISO_8859_1).encode(Encoding::UTF_8) unless text.valid_encoding?
      text.delete_prefix("\u{FEFF}")
    end

    # @return [Content] with what one person can look through
    def bounded(content)
      problems = content.problems.first(MOST_PROBLEMS)
      more = content.problems.size - problems.size + [content.rows.size - MOST_ROWS, 0].max
      return content if more.zero?
      problems += [
        Problem.new(
          place: "file",
          message: "#{more} more like these, or settings beyond #{MOST_ROWS}; it is no file for a device"
        )
      ]
      content.with(rows: content.rows.first(MOST_ROWS), problems: problems)
    end

    def reader(format) = const_get(FORMATS.fetch(format))
    def refused(format, place, message) =
      Content.new(format: format, rows: [], problems: [Problem.new(place: place, message: message)])
    private_class_method :reader, :refused, :bounded
  end
end
