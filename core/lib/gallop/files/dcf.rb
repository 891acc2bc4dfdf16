# frozen_string_literal: true

module Gallop
  module Files
    # Device configuration file after CiA 306-1: the data sheet of the device with the ParameterValue of each setting.
    module Dcf
      module_function

      # @param text [String] @return [Content]
      def read(text) = Eds.content("dcf", text) { |item| item.value && [item.value, item.value_line] }

      # @param profile [Objects::Profile] @param values [Hash{String => Object}] raw by key
      # @param device [Hash] node: [Integer], name: [String], serial: [Integer], at: [Time]
      # @return [String] with CRLF, as the standard asks
      def write(profile, values, device = {})
        lines = Eds.file_info("dcf", profile, device) + Eds.device_info(profile) + commissioning(device)
        lines +=
          Eds.objects(profile) do |entry|
            values.key?(entry.key) && entry.setting? ? ["ParameterValue=#{Eds.value(entry, values[entry.key])}"] : []
          end
        "#{lines.join("\r\n")}\r\n"
      end

      # The standard spells it so.
      def commissioning(device)
        [
          "[DeviceComissioning]",
          "NodeID=#{device.fetch(:node, 1)}",
          "NodeName=#{device[:name].to_s.tr("\r\n", "  ")}",
          "Baudrate=0",
          "NetNumber=0",
          "NetworkName=",
          "CANopenManager=0",
          "LSS_SerialNumber=#{device.fetch(:serial, 0)}",
          ""
        ]
      end
    end
  end
end
