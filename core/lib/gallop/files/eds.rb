# frozen_string_literal: true

module Gallop
  module Files
    # Electronic data sheet after CiA 306-1: what a family's object dictionary has. Read as settings it stands for the
    # default values.
    module Eds
      MANDATORY = [0x1000, 0x1001, 0x1018].freeze
      ACCESS = { "rw" => "rw", "ro" => "ro", "wo" => "wo", "const" => "const" }.freeze
      VAR = 0x7
      RECORD = 0x9
      UNSIGNED8 = 0x05

      module_function

      # @param text [String] @return [Content]
      def read(text) = content("eds", text) { |item| item.default && [item.default.text, item.default.line] }

      # @yieldparam item [ObjectSections::Item] @yieldreturn [Array(String, Integer), nil] text and line of its value
      def content(format, text)
        ini = Ini.new(text)
        objects = ObjectSections.new(ini)
        rows = objects.items.filter_map { |item| row(item, objects, *yield(item)) }
        problems = ini.problems + objects.problems
        problems += [
          Problem.new(place: "file", message: "no object section like [2100] or [2100sub1] is there")
        ] if objects.items.empty?
        Content.new(format: format, rows: rows.first(MOST_ROWS), problems: problems, device: device(ini))
      end

      # An empty value of a number is none; of a text it is the empty text.
      def row(item, objects, text = nil, line = nil)
        return if text.nil? || item.access == "const"
        texty = item.type == Objects::DataType.fetch("text").code
        return if text.empty? && !texty
        text = objects.number(text, line)&.to_s unless texty || item.type == Objects::DataType.fetch("f32").code
        Row.new(place: "line #{line}", text: text, index: item.index, subindex: item.subindex, raw: true) if text
      end

      def device(ini)
        info = ini["DeviceInfo"] || ini["Device Info"]
        node = ini["DeviceComissioning"] || ini["DeviceCommissioning"]
        {
          "vendor" => info&.text("VendorName"),
          "product" => info&.text("ProductName"),
          "product_number" => info&.text("ProductNumber"),
          "order_code" => info&.text("OrderCode"),
          "node" => node&.text("NodeID"),
          "name" => node&.text("NodeName")
        }.compact
      end

      # @param profile [Objects::Profile] @return [String]
      def write(profile, _values = {}, device = {})
        lines = file_info("eds", profile, device) + device_info(profile)
        lines += objects(profile) { [] }
        "#{lines.join("\r\n")}\r\n"
      end

      def file_info(kind, profile, device)
        time = device[:at] || Time.at(0).utc
        [
          "[FileInfo]",
          "FileName=#{profile.family}.#{kind}",
          "FileVersion=1",
          "FileRevision=0",
          "EDSVersion=4.0",
          "Description=#{profile.title}",
          "CreationTime=#{time.strftime("%I:%M%p")}",
          "CreationDate=#{time.strftime("%m-%d-%Y")}",
          "CreatedBy=Gallop",
          ""
        ]
      end

      def device_info(profile)
        [
          "[DeviceInfo]",
          "VendorName=Gallop",
          "VendorNumber=0",
          "ProductName=#{profile.fetch("device.name").default}",
          "ProductNumber=#{hex(profile.fetch("device.product").default_raw, 8)}",
          "RevisionNumber=#{hex(profile.fetch("device.revision").default_raw, 8)}",
          "OrderCode=#{profile.product_code}",
          *%w[10 20 50 125 250 500 800 1000].map { |rate| "BaudRate_#{rate}=0" },
          "SimpleBootUpMaster=0",
          "SimpleBootUpSlave=0",
          "Granularity=0",
          "DynamicChannelsSupported=0",
          "CompactPDO=0",
          "GroupMessaging=0",
          "NrOfRXPDO=0",
          "NrOfTXPDO=0",
          "LSS_Supported=0",
          "",
          "[DummyUsage]",
          *(1..7).map { |n| "Dummy#{hex(n, 4)[2..]}=0" },
          "",
          "[Comments]",
          "Lines=0",
          ""
        ]
      end

      # @yieldparam entry [Objects::Entry] @yieldreturn [Array<String>] further lines of its section
      def objects(profile, &more)
        by_index = profile.entries.group_by(&:index)
        lists = {
          "MandatoryObjects" => by_index.keys & MANDATORY,
          "ManufacturerObjects" => by_index.keys.select { |index| index.between?(0x2000, 0x5FFF) }
        }
        lists["OptionalObjects"] = by_index.keys - lists.values.flatten
        lists.flat_map do |title, indexes|
          list(title, indexes) + indexes.flat_map { |index| object(index, by_index[index], &more) }
        end
      end

      def list(title, indexes)
        [
          "[#{title}]",
          "SupportedObjects=#{indexes.size}",
          *indexes.each_with_index.map { |index, n| "#{n + 1}=#{hex(index, 4)}" },
          ""
        ]
      end

      def object(index, entries, &more)
        name = Kernel.format("%04X", index)
        return section(name, entries.first, &more) if entries.size == 1 && entries.first.subindex.zero?
        [
          "[#{name}]",
          "ParameterName=#{ascii(entries.first.name[/\A[^,]+/])}",
          "ObjectType=#{hex(RECORD, 1)}",
          "SubNumber=#{entries.size + 1}",
          "",
          "[#{name}sub0]",
          "ParameterName=Highest sub-index",
          "ObjectType=#{hex(VAR, 1)}",
          "DataType=#{hex(UNSIGNED8, 4)}",
          "AccessType=const",
          "DefaultValue=#{hex(entries.last.subindex, 2)}",
          "PDOMapping=0",
          ""
        ] + entries.flat_map { |entry| section("#{name}sub#{entry.subindex.to_s(16).upcase}", entry, &more) }
      end

      def section(name, entry)
        [
          "[#{name}]",
          "ParameterName=#{ascii(entry.name)}",
          "ObjectType=#{hex(VAR, 1)}",
          "DataType=#{hex(entry.data_type.code, 4)}",
          "AccessType=#{ACCESS.fetch(entry.access)}",
          "DefaultValue=#{value(entry, entry.default_raw)}",
          *limits(entry),
          "PDOMapping=0",
          *yield(entry),
          ""
        ]
      end

      def limits(entry)
        return [] if entry.text? || !(entry.minimum || entry.maximum)
        ["LowLimit=#{value(entry, entry.raw_range.min)}", "HighLimit=#{value(entry, entry.raw_range.max)}"]
      end

      # Bit fields and long unsigned figures read better in hexadecimal; all else is decimal.
      def value(entry, raw)
        entry.bits.any? || entry.hexadecimal ? hex(raw, entry.register_count * 4) : raw.to_s
      end

      def hex(number, digits) = Kernel.format("0x%0#{digits}X", number)
      def ascii(text) = text.tr("−–·µΩ°²", "--.uOo2").encode(Encoding::US_ASCII, undef: :replace, replace: "?")
    end
  end
end
