# frozen_string_literal: true

require "json"

module Gallop
  module Files
    # Settings as JSON: { "format": "gallop-settings", "version": 1, "device": {…}, "settings": [ { "key", "value",
    # "unit", … } ] }.
    module Json
      FORMAT = "gallop-settings"

      module_function

      # @return [Content]
      def read(text)
        data = ::JSON.parse(text, max_nesting: 10)
        problem = shape_problem(data)
        return failed("file", problem) if problem
        problems = []
        rows = data["settings"].each_with_index.filter_map { |item, n| row(item, "settings[#{n}]", problems) }
        Content.new(format: "json", rows: rows.first(MOST_ROWS), problems: problems, device: device(data["device"]))
      rescue ::JSON::ParserError => e
        failed("line #{line_of(text, e.message)}", "no JSON from here on")
      end

      # @return [String]
      def write(profile, values, device = {})
        settings =
          profile.settings.select { |entry| values.key?(entry.key) }.map { |entry| item(entry, values[entry.key]) }
        ::JSON.pretty_generate(
          "format" => FORMAT,
          "version" => 1,
          "device" => header(profile, device),
          "settings" => settings
        ) << "\n"
      end

      def header(profile, device)
        {
          "family" => profile.family,
          "product" => profile.fetch("device.name").default,
          "firmware" => profile.version,
          "name" => device[:name],
          "serial" => device[:serial]
        }.compact
      end

      def item(entry, raw)
        {
          "key" => entry.key,
          "index" => Kernel.format("0x%04X", entry.index),
          "subindex" => entry.subindex,
          "value" => Figures.text(entry, raw),
          "unit" => Figures.unit(entry),
          "name" => entry.name
        }
      end

      def shape_problem(data)
        return "an object with “format”: “#{FORMAT}” is expected" unless data.is_a?(Hash) && data["format"] == FORMAT
        return "version 1 is expected, not #{data["version"].to_s[0, 20]}" unless data["version"] == 1
        "“settings” must be a list" unless data["settings"].is_a?(Array)
      end

      def row(item, place, problems)
        return note(problems, place, "an object is expected") unless item.is_a?(Hash)
        return note(problems, place, "“value” is missing") unless item.key?("value") && !item["value"].is_a?(Enumerable)
        index = Ini.integer(item["index"])
        return note(problems, place, "neither a key nor an index is given") unless item["key"].is_a?(String) || index
        Row.new(
          place: place,
          key: item["key"].is_a?(String) ? item["key"] : nil,
          index: index,
          subindex: Ini.integer(item["subindex"]) || 0,
          text: item["value"].to_s,
          unit: item["unit"].to_s
        )
      end

      def note(problems, place, message)
        problems << Problem.new(place: place, message: message)
        nil
      end

      def device(given)
        return {} unless given.is_a?(Hash)
        given.slice("family", "product", "firmware", "name", "serial").transform_values { |value| value.to_s[0, 80] }
      end

      # Newer parsers tell the line; older ones quote the text from where they gave up.
      def line_of(text, message)
        told = message[/at line (\d+)/, 1] and return told.to_i
        rest = message[/at '(.*)'/m, 1]
        place = rest.to_s.empty? ? text.length : (text.index(rest) || text.length)
        text[0, place].count("\n") + 1
      end

      def failed(place, message) =
        Content.new(format: "json", rows: [], problems: [Problem.new(place: place, message: message)])
    end
  end
end
