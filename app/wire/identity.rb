# frozen_string_literal: true

module Wire
  # Who answered: from the device identification (function code 43/14).
  Identity =
    Gallop::Record.define(
      :vendor,
      :product,
      :serial,
      :firmware,
      :family_name,
      :model,
      :label,
      :profile,
      loader: false
    ) do
      def self.read(modbus)
        objects = modbus.identify
        product, serial = objects[1].to_s.split("-", 2)
        profile = Gallop::Objects::Profile.for_product(product)
        if profile.nil?
          raise Lost, "“#{objects.values_at(0, 1).compact.join(" ")[0, 80]}” is no drive that Gallop has a profile of."
        end
        new(
          vendor: objects[0].to_s,
          product: product,
          serial: serial.to_s,
          firmware: objects[2].to_s,
          family_name: objects[4].to_s,
          model: objects[5].to_s,
          label: objects[6].to_s,
          profile: profile.at_version(objects[2].to_s),
          loader: objects[0x80] == "loader"
        )
      rescue Refused => e
        raise Lost, "What answers is no drive that can identify itself (#{e.message})."
      end

      # The same for the same device, wherever it answers.
      def device = [vendor, product, serial]

      # Holds what the registers say against what the identification said: figures that are all zero, all ones or
      # anything are not shown as a drive's. @raise [Lost]
      def check(wire)
        kind, number = wire.read([profile.fetch("device.type"), profile.fetch("device.serial")]).values
        return if kind == profile.fetch("device.type").default_raw && number.to_s == serial
        raise Lost,
              "Its registers do not hold what it says it is: serial number #{number} and device type " \
                "#{format("%08X", kind)} there, " \
                "serial number #{serial} in its identification. None of its figures can be believed."
      end

      def as_json(*) = to_h.except(:profile, :loader).merge(family: profile.family).as_json
    end
end
