# frozen_string_literal: true

module Gallop
  module Motors
    # What follows from the data of a motor with magnets.
    module MagnetFigures
      private

      def top_speed_on_bus
        torque = given("rated_torque") or return
        speed = winding&.unweakened&.speed_at(torque, bus_voltage) or return
        weakest = winding.unweakened.speed_at(torque, weakest_bus_voltage)
        consequence(
          "top_speed_on_bus",
          "Top speed on a #{show(bus_voltage, "V", 0)} bus",
          *told(:speed, speed),
          "At rated #{shaft.word(:torque)} with 6 % voltage in reserve; #{speed_text(weakest)} when the supply is " \
            "#{(supply_tolerance * 100).round} % low."
        )
      end

      def output_frequency
        given_all("top_speed", "pole_pairs") do |speed, p|
          consequence(
            "output_frequency",
            "Drive output frequency at #{speed_text(speed)}",
            speed * p / (2 * Math::PI),
            "Hz",
            0,
            "The drive allows #{show(rating(:output_frequency), "Hz", 0)}."
          )
        end
      end

      # t = −τ ln(1 − (I_n/I_p)²): the heat of a cold winding at peak current reaches what rated current ends in.
      def time_at_peak
        given_all("rated_current", "peak_current", "thermal_time") do |rated, motor_peak, tau|
          peak = [motor_peak, rating(:peak_current)].min
          next if peak <= rated
          consequence(
            "time_at_peak",
            "Time at peak current",
            -tau * Math.log(1 - (rated / peak)**2),
            "s",
            1,
            "#{show(peak, "A")} from a cold winding with its time constant of #{show(tau, "s", 0)}."
          )
        end
      end

      def electrical_time_constant
        given_all("line_resistance", "line_inductance") do |r, l|
          consequence("electrical_time_constant", "Electrical time constant", l / r * 1e3, "ms", 2)
        end
      end

      # τ_m = J · (copper loss for T²) = J · (loss for I²)/K_t², which for three phases is R J / (1.5 p² ψ²) with
      # phase figures
      def mechanical_time_constant
        given_all("rotor_inertia", "line_resistance", "torque_constant") do |j, line_r, kt|
          consequence(
            "mechanical_time_constant",
            "Mechanical time constant, bare #{shaft.word(:rotor)}",
            arrangement.loss_factor * line_r * j / kt**2 * 1e3,
            "ms",
            2
          )
        end
      end

      def peak_acceleration
        given_all("peak_current", "torque_constant", "rotor_inertia") do |peak, kt, j|
          usable = [peak, rating(:peak_current)].min
          consequence(
            "peak_acceleration",
            "Acceleration, bare #{shaft.word(:rotor)}",
            *sudden(usable * kt / j),
            "At #{show(usable, "A", 1)}, the smaller of motor and drive peak."
          )
        end
      end

      # Bare rotors are quick.
      def sudden(acceleration) = shaft.slides? ? told(:acceleration, acceleration) : [acceleration / 1e3, "krad/s²", 0]

      # K_e in V·s/rad; of three phases between two lines, rms: K_t/√3
      def voltage_constant_follows
        given_all("torque_constant") do |kt|
          consequence(
            "voltage_constant",
            "Voltage constant that belongs to it",
            *told(:voltage_constant, kt / arrangement.emf_ratio),
            "#{arrangement.emf_words.sub(/\A./, &:upcase)}."
          )
        end
      end

      def flux
        given_all("torque_constant", "pole_pairs") do |constant, pairs|
          flux = arrangement.flux(constant, pairs)
          consequence("flux", "Flux linkage of the magnets", flux * 1e3, "mWb", 1, "Peak, of one phase.")
        end
      end

      def rated_power
        given_all("rated_torque", "rated_speed") { |t, w| consequence("rated_power", "Rated power", t * w, "W", 0) }
      end

      def copper_loss
        given_all("rated_current", "line_resistance") do |i, line_r|
          consequence(
            "copper_loss",
            "Copper loss at rated current",
            arrangement.copper_loss(line_r, i),
            "W",
            0,
            "At 20 °C; about 40 % more when hot."
          )
        end
      end
    end
  end
end
