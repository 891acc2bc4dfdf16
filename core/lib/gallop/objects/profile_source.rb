# frozen_string_literal: true

require "yaml"

module Gallop
  module Objects
    # Puts a device profile together from its files in core/profiles: a family names the files that it includes, lays
    # rows over theirs by key, and leaves out what it lacks. A row with `repeat: 6` stands for six entries; %{n} in
    # its texts is the number.
    #
    #   ProfileSource.new("fjord").data   # => { "family" => "fjord", "entries" => [ … ], … }
    class ProfileSource
      DIRECTORY = File.join(Core::ROOT, "profiles")
      STRIDE_KEYS = %w[subindex register].freeze
      NEXT_LIVE = "next_live"

      # Without reading the dictionary. @return [String] the beginning of the family's product codes
      def self.product_code(family)
        (@product_codes ||= {})[family] ||= File
          .foreach(File.join(DIRECTORY, "#{family}.yml"))
          .filter_map { |line| line[/\Aproduct_code: (\w+)/, 1] }
          .first
      end

      def initialize(family)
        @family = family
      end

      # @return [Hash] groups, functions, restores, faults and signals by name; entries as rows with unique keys
      def data
        family = read(@family)
        sources = family.fetch("includes").map { |name| read(name) } << family
        tables = %w[groups faults functions restores signals].to_h { |part| [part, tables(sources, part)] }
        tables["signals"] = tables["signals"].except(*family.fetch("excludes", []))
        fault_trace = sources.filter_map { |source| source["fault_trace"] }.last
        family.merge(tables, { "entries" => rows(family, sources), "fault_trace" => fault_trace })
      end

      private

      def read(name) = YAML.safe_load_file(File.join(DIRECTORY, "#{name}.yml"))
      def tables(sources, part) = sources.map { |source| source[part] || {} }.reduce(:merge)

      # A drive that forgets everything at a restart has nothing that could wait for one.
      def rows(family, sources)
        rows = placed(left_in(entries(sources), family.fetch("excludes", [])))
        return rows unless family["memory"] == "volatile"
        rows.map { |row| row["effect"] == "after_restart" ? row.merge("effect" => "when_disabled") : row }
      end

      # Figures that every family polls stand right behind those that it polls by itself, so that one request has them
      # all; what an older firmware lacks comes last.
      def placed(rows)
        later, placed = rows.partition { |row| row["register"] == NEXT_LIVE }
        place = placed.select { |row| row["live"] }.map { |row| row["register"] + size(row) }.max
        later
          .sort_by
          .with_index { |row, n| [row["since"].to_s, n] }
          .reduce(placed) do |all, row|
            place += size(row)
            [*all, row.merge("register" => place - size(row))]
          end
      end

      # Rows with the same key are laid over one another, the later file on top. One that `extends` adds its choices to
      # those that are there.
      def entries(sources)
        sources
          .flat_map { |source| source.fetch("entries").flat_map { |row| spread(row) } }
          .group_by { |row| row.fetch("key") }
          .map { |_, rows| rows.reduce { |under, over| laid(under, over) } }
      end

      def laid(under, over)
        return under.merge(over) unless over["extends"]
        under.merge(over.except("extends", "choices"), "choices" => under["choices"].merge(over["choices"]))
      end

      # An exclusion is a key or a group.
      def left_in(rows, excluded) =
        rows.reject { |row| excluded.include?(row["group"]) || excluded.include?(row["key"]) }

      def spread(row)
        return [row] unless row["repeat"]
        (1..row["repeat"]).map { |n| numbered(row, n) }
      end

      def numbered(row, n)
        stride = { "subindex" => 1, "register" => size(row) }.merge(row["stride"] || {})
        row
          .except("repeat", "stride")
          .to_h do |name, value|
            next name, value + (n - 1) * stride.fetch(name) if STRIDE_KEYS.include?(name) && value != NEXT_LIVE
            [name, value.is_a?(String) ? value.gsub("%{n}", n.to_s) : value]
          end
      end

      def size(row) = row["words"] || DataType.fetch(row["type"]).words
    end
  end
end
