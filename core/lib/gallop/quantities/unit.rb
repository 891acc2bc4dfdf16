# frozen_string_literal: true

module Gallop
  module Quantities
    # A unit: its dimension, the factor to SI and, for temperatures, the offset. Factors are exact where the
    # definition is exact (NIST SP 811, appendix B: inch, pound, pound-force, horsepower of 550 ft·lbf/s).
    Unit =
      Record.define(:symbol, :dimension, :factor, offset: 0.0, spellings: []) do
        def to_si(value) = value * factor + offset
        def from_si(value) = (value - offset) / factor

        def self.all = UNITS
        def self.find(text) = BY_SPELLING[text] || BY_SPELLING[normalise(text)]

        def self.fetch(text)
          find(text) or raise Unreadable, "“#{text}” is no unit that is known here"
        end

        # Blanks and hyphens between letters multiply. Case matters between mΩ and MΩ, so only the spellings of one
        # sign are folded: dot products, Greek letters, squares.
        def self.normalise(text)
          text
            .to_s
            .strip
            .tr("*⋅∙•", "····")
            .gsub(/\s+/, " ")
            .gsub(" · ", "·")
            .tr("μΩ", "µΩ")
            .gsub(%r{\^?-1(?=\z|/)|\^\(-1\)}, "⁻¹")
            .gsub("^2", "²")
            .gsub(/(?<=\p{L})[ -](?=\p{L})/, "·")
            .gsub(%r{(?<=[a-z])2(?=\z|/)}, "²")
            .gsub("º", "°")
        end
      end

    inch = 0.0254
    pound = 0.45359237
    pound_force = pound * 9.80665
    turn = 2 * Math::PI

    UNITS =
      [
        ["A", :current, 1.0, %w[amp amps Arms A·rms Aeff A·eff]],
        ["mA", :current, 1e-3],
        ["kA", :current, 1e3],
        ["V", :voltage, 1.0, %w[volt volts Vrms V·rms Veff V·eff]],
        ["mV", :voltage, 1e-3],
        ["kV", :voltage, 1e3],
        ["Ω", :resistance, 1.0, %w[ohm Ohm ohms R]],
        ["mΩ", :resistance, 1e-3, %w[mohm mOhm]],
        ["kΩ", :resistance, 1e3, %w[kohm kOhm]],
        ["H", :inductance, 1.0],
        ["mH", :inductance, 1e-3],
        ["µH", :inductance, 1e-6, %w[uH]],
        ["F", :capacitance, 1.0],
        ["µF", :capacitance, 1e-6, %w[uF]],
        ["mF", :capacitance, 1e-3],
        ["N·m", :torque, 1.0, %w[Nm N.m N-m]],
        ["mN·m", :torque, 1e-3, %w[mNm]],
        ["N·cm", :torque, 1e-2, %w[Ncm]],
        ["lbf·in", :torque, pound_force * inch, %w[lb·in in·lb in·lbs lbin inlb in·lbf]],
        ["lbf·ft", :torque, pound_force * inch * 12, %w[lb·ft ft·lb ft·lbs ftlb ft·lbf]],
        ["ozf·in", :torque, pound_force / 16 * inch, %w[oz·in in·oz ozin in·ozf]],
        ["kgf·cm", :torque, 0.0980665, %w[kg·cm kgcm]],
        ["N/A", :force_constant, 1.0],
        ["N·m/A", :torque_constant, 1.0, %w[Nm/A Nm/Arms N·m/Arms Nm/A·rms N·m/A·rms Nm/Aeff]],
        ["lbf·in/A", :torque_constant, pound_force * inch, %w[lb·in/A in·lb/A lb·in/Arms in·lb/Arms]],
        ["ozf·in/A", :torque_constant, pound_force / 16 * inch, %w[oz·in/A in·oz/A oz·in/Arms]],
        ["mN·m/A", :torque_constant, 1e-3, %w[mNm/A]],
        [
          "V/krpm",
          :voltage_constant,
          60.0 / (turn * 1000),
          [
            "V/1000rpm",
            "V/1000 rpm",
            "V/kRPM",
            "V/kmin⁻¹",
            "V/1000 min⁻¹",
            "V/1000min⁻¹",
            "V/1000 r/min",
            "Vrms/krpm",
            "Vrms/kRPM",
            "Vrms/1000 rpm",
            "Vrms/1000 min⁻¹"
          ]
        ],
        ["V·s/m", :linear_voltage_constant, 1.0, %w[Vs/m V/(m/s)]],
        ["V·s/rad", :voltage_constant, 1.0, %w[Vs/rad V/(rad/s)]],
        ["rpm/V", :speed_constant, turn / 60, %w[1/min/V min⁻¹/V]],
        ["rad/s/V", :speed_constant, 1.0, ["rad/(V·s)"]],
        ["mV/rpm", :voltage_constant, 60.0 / (turn * 1000)],
        ["Wb", :flux, 1.0, %w[V·s Vs]],
        ["mWb", :flux, 1e-3, %w[mVs]],
        ["rad/s", :speed, 1.0],
        ["rpm", :speed, turn / 60, %w[1/min min⁻¹ r/min rev/min U/min RPM]],
        ["turn/s", :speed, turn, %w[rps 1/s r/s rev/s s⁻¹]],
        ["°/s", :speed, turn / 360, %w[deg/s]],
        ["rad/s²", :acceleration, 1.0],
        ["rpm/s", :acceleration, turn / 60, ["rpm/sec"]],
        ["krad/s²", :acceleration, 1e3],
        ["rpm/s²", :jerk, turn / 60],
        ["m/s³", :linear_jerk, 1.0],
        ["mm/s³", :linear_jerk, 1e-3],
        ["rad", :angle, 1.0],
        ["°", :angle, turn / 360, %w[deg]],
        ["turn", :angle, turn, %w[turns rev]],
        ["Hz", :frequency, 1.0, %w[hz]],
        ["kHz", :frequency, 1e3],
        ["Hz/s", :frequency_rate, 1.0],
        ["kg·m²", :inertia, 1.0, %w[kgm²]],
        ["kg·cm²", :inertia, 1e-4, %w[kgcm²]],
        ["g·cm²", :inertia, 1e-7, %w[gcm²]],
        ["lb·in²", :inertia, pound * inch**2, %w[lbin²]],
        ["lb·ft²", :inertia, pound * (inch * 12)**2, %w[lbft²]],
        ["oz·in²", :inertia, pound / 16 * inch**2, %w[ozin²]],
        ["lbf·in·s²", :inertia, pound_force * inch, %w[lb·in·s² in·lb·s² lb·in·sec²]],
        ["ozf·in·s²", :inertia, pound_force / 16 * inch, %w[oz·in·s² in·oz·s² oz·in·sec²]],
        ["kg·m² GD²", :inertia, 0.25, %w[kgm²·GD² kgf·m²·GD² kg·m²·(GD²)]],
        ["kg·cm² GD²", :inertia, 0.25e-4, %w[kgcm²·GD² kgf·cm²·GD² kg·cm²·(GD²)]],
        ["kg·mm²", :inertia, 1e-6],
        ["m", :length, 1.0],
        ["mm", :length, 1e-3],
        ["cm", :length, 1e-2],
        ["µm", :length, 1e-6, %w[um]],
        ["nm", :length, 1e-9],
        ["in", :length, inch, ["inch", "inches", "\"", "″", "”", "''"]],
        ["mil", :length, inch / 1000],
        ["kg", :mass, 1.0],
        ["g", :mass, 1e-3],
        ["t", :mass, 1e3],
        ["lb", :mass, pound, %w[lbs]],
        ["oz", :mass, pound / 16],
        ["N/m", :stiffness, 1.0],
        ["N/mm", :stiffness, 1e3],
        ["kN/mm", :stiffness, 1e6],
        ["N/µm", :stiffness, 1e6, %w[N/um]],
        ["N·m/rad", :rotary_stiffness, 1.0, %w[Nm/rad]],
        ["N·m/°", :rotary_stiffness, 360.0 / turn, %w[Nm/°]],
        ["N·m/arcmin", :rotary_stiffness, 360.0 * 60 / turn, %w[Nm/arcmin N·m/' Nm/']],
        ["kg/m³", :density, 1.0, %w[kg/m3]],
        ["g/cm³", :density, 1e3, %w[g/cm3]],
        ["N", :force, 1.0],
        ["kN", :force, 1e3],
        ["lbf", :force, pound_force],
        ["kgf", :force, 9.80665],
        ["m/s", :velocity, 1.0],
        ["m/min", :velocity, 1.0 / 60],
        ["mm/s", :velocity, 1e-3],
        ["in/s", :velocity, inch, %w[ips]],
        ["in/min", :velocity, inch / 60, %w[ipm]],
        ["ft/min", :velocity, inch * 12 / 60, %w[fpm]],
        ["m/s²", :linear_acceleration, 1.0],
        ["mm/s²", :linear_acceleration, 1e-3],
        ["g0", :linear_acceleration, 9.80665],
        ["W", :power, 1.0],
        ["kW", :power, 1e3, %w[KW kw]],
        ["hp", :power, pound_force * inch * 12 * 550, %w[HP]],
        ["PS", :power, 735.49875, %w[CV ch]],
        ["J", :energy, 1.0],
        ["kJ", :energy, 1e3],
        ["W·h", :energy, 3600.0, %w[Wh]],
        ["C", :charge, 1.0],
        ["A·h", :charge, 3600.0, %w[Ah]],
        ["mA·h", :charge, 3.6, %w[mAh]],
        ["s", :time, 1.0, %w[sec]],
        ["ms", :time, 1e-3],
        ["µs", :time, 1e-6, %w[us]],
        ["ns", :time, 1e-9],
        ["min", :time, 60.0],
        ["h", :time, 3600.0],
        ["K", :temperature, 1.0],
        ["°C", :temperature, 1.0, %w[degC C], 273.15],
        ["°F", :temperature, 5.0 / 9, %w[degF], 459.67 * 5 / 9],
        ["%", :ratio, 1e-2, ["percent"]],
        ["1", :ratio, 1.0]
      ].map do |symbol, dimension, factor, spellings, offset|
          Unit.new(
            symbol: symbol,
            dimension: dimension,
            factor: factor,
            offset: offset || 0.0,
            spellings: spellings || []
          )
        end
        .freeze

    BY_SPELLING =
      UNITS
        .each_with_object({}) do |unit, index|
          [unit.symbol, *unit.spellings].each { |spelling| index[Unit.normalise(spelling)] ||= unit }
        end
        .freeze
  end
end
