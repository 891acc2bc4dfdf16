# frozen_string_literal: true

require "yaml"

module Gallop
  module Paddock
    # A rig file: the drives of a rack and the true physics behind each. Everything is checked before anything is
    # built; what is wrong is said with its place.
    class Rig
      # The rig cannot be used. The message names the place and the reason.
      class Faulty < ArgumentError
      end

      LONGEST_FILE = 200_000
      MOST_DRIVES = 32

      attr_reader :name, :drives

      def self.load(path)
        raise Faulty, "#{path}: there is no such file" unless File.file?(path)
        raise Faulty, "#{path}: larger than #{LONGEST_FILE} bytes" if File.size(path) > LONGEST_FILE
        new(YAML.safe_load_file(path), source: path)
      rescue Psych::SyntaxError => e
        raise Faulty, "#{path}, line #{e.line}: #{e.problem} #{e.context}".strip
      rescue Psych::DisallowedClass, Psych::BadAlias => e
        raise Faulty, "#{path}: #{e.message}"
      end

      # @param data [Hash] as read from YAML
      def initialize(data, source: "rig")
        checked = Schema::RIG.check(data, source)
        @name = checked["name"]
        @drives = checked["drives"]
        check_count(source)
        check_drives(source)
      end

      # @param state_directory [String, nil] where the stored memories are kept
      # @return [Array<StandIn>]
      def build(state_directory: nil)
        team_lines = Hash.new { |lines, name| lines[name] = TeamLine.new }
        drives.each_with_index.map { |drive, index| Assembly.new(drive, index, state_directory, team_lines).stand_in }
      end

      private

      def check_count(source)
        unless drives.size.between?(1, MOST_DRIVES)
          raise Faulty, "#{source}: drives: 1 to #{MOST_DRIVES} drives are expected"
        end
        names = drives.map { |drive| drive["name"] }
        twice = names.find { |name| names.count(name) > 1 }
        raise Faulty, "#{source}: drives: the name “#{twice}” is there twice" if twice
      end

      def check_drives(source)
        @drives =
          drives.each_with_index.map do |drive, index|
            place = "#{source}: drives[#{index}]"
            profile = Objects::Profile.load(drive["family"])
            motor = Schema::MOTORS.fetch(profile.motor_kind)
            mechanics = profile.slides? ? Schema::SLIDE : Schema::MECHANICS
            supply = profile.rating.key?(:bus_voltage) ? Schema::BATTERY : Schema::SUPPLY
            checked =
              drive.merge(
                "motor" => motor.check(drive["motor"], "#{place}.motor"),
                "mechanics" => mechanics.check(drive["mechanics"], "#{place}.mechanics"),
                "supply" => supply.check(drive["supply"], "#{place}.supply")
              )
            check_feedback(checked, place)
            check_mechanics(checked, place)
            check_appendage(checked["appendage"], place) if checked["appendage"]
            check_team(profile, place) if checked["team_line"]
            checked
          end
      end

      # Two masses need an inertia for each and what joins them; one mass has neither.
      def check_mechanics(drive, place)
        given = %w[load_inertia stiffness].select { |key| drive["mechanics"][key] }
        raise Faulty, "#{place}.mechanics: load_inertia and stiffness belong together" if given.one?
        if given.any? && drive["mechanics"]["motor_inertia"]
          raise Faulty, "#{place}.mechanics: motor_inertia is inertia where there are two masses"
        end
        check_kind(drive["mechanics"], given.any?, place)
      end

      # Play is between two masses, and an inertia that varies that of one.
      def check_kind(mechanics, two, place)
        raise Faulty, "#{place}.mechanics: play needs load_inertia and stiffness" if mechanics["play"] && !two
        varying = Schema::VARYING.find { |key| mechanics[key] }
        raise Faulty, "#{place}.mechanics: #{varying} is of one mass, without stiffness" if varying && two
      end

      HIGHEST = 2500 # Hz of a mass on the shaft: six steps in a swing
      private_constant :HIGHEST

      def check_appendage(given, place)
        rings = Math.sqrt(given["stiffness"] / given["inertia"]) / (2 * Math::PI)
        return if rings <= HIGHEST
        raise Faulty, "#{place}.appendage: rings at #{rings.round} Hz; up to #{HIGHEST} Hz can be"
      end

      def check_team(profile, place)
        raise Faulty, "#{place}.team_line: a #{profile.title} has no line to other drives" if profile["team.place"].nil?
      end

      def check_feedback(drive, place)
        profile = Objects::Profile.load(drive["family"])
        if profile.magnets_commutated? && drive["feedback"].nil?
          raise Faulty, "#{place}.feedback: a servo needs feedback"
        end
        if drive["family"] == "shire" && drive["feedback"] && drive.dig("feedback", "kind") != "incremental"
          raise Faulty, "#{place}.feedback: a Shire takes incremental encoders alone"
        end
      end
    end
  end
end
