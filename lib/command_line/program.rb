# frozen_string_literal: true

require "thor"

module CommandLine
  # The commands. Motion stays with the application, stop aside. Exit codes: 0 done, 1 differences or problems, 2 not
  # understood, 3 no link, 4 refused.
  class Program < Thor
    class_option :json, type: :boolean, desc: "Answer in JSON"
    class_option :drive, aliases: "-d", desc: "HOST or HOST:PORT of the drive (or GALLOP_DRIVE)"

    def self.exit_on_failure? = true

    def self.start(given = ARGV, config = {})
      super(Words.new(given, self).in_order, config.merge(debug: true))
      $stdout.flush
    rescue Stop => e
      leave(e.code, e.message)
    rescue Thor::Error => e
      leave(Stop::USAGE, e.message)
    rescue Interrupt
      leave(Stop::INTERRUPTED, "interrupted")
    rescue Errno::EPIPE
      exit 0 # whoever read it has seen enough
    rescue SystemCallError => e
      leave(Stop::USAGE, e.message) # a file that cannot be read or written, a full disk
    end

    # What cannot be written any more is not tried again at the end of the process.
    def self.leave(code, message)
      warn "gallop: #{message}"
      $stdout.flush
      exit code
    rescue SystemCallError
      exit! code
    end
    private_class_method :leave

    desc "scan [PLACES]", "Look for drives, e.g. 192.168.30.0/24 or 127.0.0.1:15020-15029"
    def scan(places = "127.0.0.1:15020-15029")
      answers = []
      Wire::Scan.new(Gallop::Network::Places.parse(places)).run { |answer| answers << answer if answer.identity }
      answers.sort_by! { |answer| [answer.host, answer.port] }
      give(answers.map { |answer| place_of(answer) }) do
        Table.of(
          answers.map do |answer|
            [
              "#{answer.host}:#{answer.port}",
              answer.identity.model,
              answer.identity.serial,
              answer.identity.firmware,
              answer.identity.loader ? "in its loader" : answer.identity.label
            ]
          end
        )
      end
      raise Stop.new(Stop::NO_LINK, "Nobody answers there.") if answers.empty?
    rescue Gallop::Network::Places::Unreadable => e
      raise Stop.new(Stop::USAGE, e.message)
    end

    desc "identify HOST", "Who answers there"
    def identify(place = nil)
      with_drive(place) do |drive|
        facts =
          drive
            .identity
            .to_h
            .except(:profile, :loader)
            .merge(
              family: drive.profile.family,
              state: Gallop::Cia402::STATES[drive.state],
              missing: drive.profile.missing_functions
            )
        give(facts) { Table.of(facts.map { |name, value| [name.to_s.tr("_", " "), Array(value).join(", ")] }) }
      end
    end

    desc "get NAME…", "Read values by key, beginning of a key, or index; all of them without a name"
    option :stored, type: :boolean, desc: "What the drive starts with, instead of what is live"
    def get(*names)
      with_drive do |drive|
        entries = names.empty? ? drive.profile.entries.select(&:readable?) : names.map { |name| drive.entry(name) }
        values = options[:stored] ? drive.stored : drive.read(entries)
        give(entries.to_h { |entry| [entry.key, plain(entry, values[entry.key])] }) do
          Table.of(entries.map { |entry| [entry.key, entry.show(values[entry.key])] })
        end
      end
    end

    desc "set NAME=VALUE…", "Write settings and read them back"
    option :yes, type: :array, default: [], banner: "NAME…", desc: "These may be a hazard"
    def set(*pairs)
      if pairs.empty? || pairs.any? { |pair| !pair.include?("=") }
        raise Stop.new(Stop::USAGE, "NAME=VALUE is expected, such as ramps.acceleration=3000.")
      end
      with_drive do |drive|
        values = pairs.to_h { |pair| parsed(drive, *pair.split("=", 2)) }
        write(drive, values)
      end
    end

    desc "watch NAME…", "Print values again and again"
    option :every, type: :numeric, default: 0.5, desc: "Seconds between"
    option :count, type: :numeric, desc: "How often; for ever without"
    def watch(*names)
      raise Stop.new(Stop::USAGE, "--every: at least 0.02 s between two looks.") unless options[:every] >= 0.02
      raise Stop.new(Stop::USAGE, "--count: 1 or more.") if options[:count] && options[:count] < 1
      with_drive do |drive|
        entries = names.map { |name| drive.entry(name) }
        raise Stop.new(Stop::USAGE, "At least one name is expected.") if entries.empty?
        rounds = options[:count] ? options[:count].to_i.times : loop
        rounds.each { |n| one_look(drive, entries, n) }
      end
    rescue Interrupt
      nil # the way in which watching ends
    end

    desc "export", "Settings of the drive as a file"
    option :format, default: "dcf", enum: %w[dcf eds csv json]
    option :output, aliases: "-o", desc: "File to write; the screen without"
    def export
      with_drive do |drive|
        values = drive.read(drive.profile.settings)
        text =
          Gallop::Files.write(
            options[:format],
            drive.profile,
            values,
            {
              serial: drive.identity.serial.to_i,
              node: values["network.node"] || 1,
              name: drive.identity.label,
              at: Time.now
            }
          )
        options[:output] ? File.write(options[:output], text) : $stdout.write(text)
      end
    end

    desc "import FILE", "What a settings file would change; with --write it does, all of it or nothing"
    option :write, type: :boolean
    option :yes, type: :array, default: [], banner: "NAME…", desc: "These may be a hazard"
    def import(file)
      with_drive do |drive|
        review = review(drive, file)
        if options[:write]
          problems(review)
          write(drive, changes(review))
        else
          show(review)
          problems(review)
        end
      end
    end

    desc "diff [OTHER]", "The drive's live settings against factory, stored, a file, or another drive (HOST:PORT)"
    def diff(other = "factory")
      with_drive do |drive|
        live = drive.read(drive.profile.settings)
        against = other_side(drive, other)
        differing =
          drive.profile.settings.select { |entry| against.key?(entry.key) && against[entry.key] != live[entry.key] }
        give(
          differing.to_h do |entry|
            [entry.key, { live: plain(entry, live[entry.key]), other: plain(entry, against[entry.key]) }]
          end
        ) do
          Table.of(differing.map { |entry| [entry.key, entry.show(live[entry.key]), entry.show(against[entry.key])] })
        end
        exit Stop::DIFFERENT if differing.any?
      end
    end

    desc "apply FILE", "Bring the drive to what a file says: write, read back, restart where needed"
    option :store, type: :boolean, desc: "Store afterwards"
    option :yes, type: :array, default: [], banner: "NAME…", desc: "These may be a hazard"
    def apply(file)
      with_drive do |drive|
        review = review(drive, file)
        problems(review)
        write(drive, changes(review))
        drive.store if options[:store] && !drive.profile.volatile?
        say("Stored.") if options[:store] && !drive.profile.volatile? && !options[:json]
        restart(drive)
      end
    end

    desc "faults", "The fault that is present, and those that were"
    def faults
      with_drive do |drive|
        present = drive.wire.read_one("control.error_code")
        past =
          (1..8)
            .filter_map { |n| drive.profile["history.code_#{n}"]&.then { |entry| drive.wire.read_one(entry.key) } }
            .reject(&:zero?)
        rows = [["present", present]] + past.map { |code| ["past", code] }
        give(rows.reject { |_, code| code.zero? }.map { |when_, code| { when: when_, **fault(drive, code) } }) do
          Table.of(
            rows.map do |when_, code|
              [when_, code.zero? ? "none" : "#{fault(drive, code)[:code]}  #{fault(drive, code)[:name]}"]
            end
          )
        end
      end
    end

    desc "stop", "Quick stop"
    def stop
      with_drive do |drive|
        drive.stop
        give(state: Gallop::Cia402::STATES[drive.state]) { "Quick stop commanded. No safety function." }
      end
    end

    desc "completion", "Completion for bash: source <(bin/gallop completion)"
    def completion
      words =
        Gallop::Objects::Profile::FAMILIES
          .flat_map { |family| Gallop::Objects::Profile.load(family).entries.map(&:key) }
          .uniq
          .sort
      puts "complete -W " \
             "'#{(self.class.all_commands.keys + words + %w[--drive --json --store --write --format]).join(" ")}' " \
             "gallop bin/gallop"
    end

    no_commands do
      private

      def with_drive(place = nil, &block)
        place ||=
          options[:drive] || ENV["GALLOP_DRIVE"] ||
            raise(Stop.new(Stop::USAGE, "Which drive? Give --drive HOST:PORT, or set GALLOP_DRIVE."))
        Drive.open(place, &block)
      rescue Gallop::Objects::Unacceptable => e
        raise Stop.new(Stop::REFUSED, e.message)
      end

      # What comes from a drive may hold anything; a terminal takes some of it for commands.
      # @yieldreturn [String] the same for people
      def give(data) = puts(options[:json] ? JSON.generate(data) : yield.gsub(/[[:cntrl:]&&[^\n]]/, "?"))

      def show(review)
        lines = review.lines.reject { |line| line.status == "same" }
        give(lines.map { |line| line_of(line) }) do
          Table.of(
            lines.map do |line|
              [
                line.row.place,
                line.entry&.key || line.row.key.to_s,
                line.status,
                line.raw.nil? ? line.message : line.entry.show(line.raw)
              ]
            end
          )
        end
      end

      def plain(entry, raw) = raw.nil? || entry.text? || entry.octets ? entry.show(raw) : entry.figure(raw)

      def parsed(drive, name, text)
        entry = drive.setting(name)
        [entry, entry.parse(text)]
      end

      def place_of(answer) = { host: answer.host, port: answer.port }.merge(answer.identity.to_h.except(:profile))
      def fault(drive, code) =
        drive.profile.fault(code).then { |fault| { code: fault.hex, name: fault.name, remedies: fault.remedies } }

      def one_look(drive, entries, round)
        sleep options[:every] if round.to_i.positive?
        values = drive.read(entries)
        give(entries.to_h { |entry| [entry.key, plain(entry, values[entry.key])] }) do
          entries.map { |entry| "#{entry.key} #{entry.show(values[entry.key])}" }.join("   ")
        end
        $stdout.flush
      end

      def review(drive, file)
        raise Stop.new(Stop::USAGE, "There is no file #{file}.") unless File.file?(file)
        Gallop::Files::Review.new(
          drive.profile,
          Gallop::Files.read(file, File.binread(file)),
          current: drive.read(drive.profile.settings)
        )
      end

      def changes(review) = review.changes.to_h { |line| [line.entry, line.raw] }

      def line_of(line) =
        {
          place: line.row.place,
          key: line.entry&.key || line.row.key,
          status: line.status,
          value: line.raw && plain(line.entry, line.raw),
          message: line.message
        }

      # What can start a motor by itself is never written by the way.
      def write(drive, values)
        held = drive.read(values.keys)
        yes = options[:yes].map { |name| drive.entry(name) }
        hazards =
          values
            .select { |entry, raw| entry.hazardous?(raw) && !entry.hazardous?(held[entry.key]) && !yes.include?(entry) }
            .keys
        if hazards.any?
          raise Stop.new(
                  Stop::REFUSED,
                  "#{hazards.map { |entry| "#{entry.key}: #{entry.hazard}" }.join("\n")}\nWritten all the same " \
                    "with --yes #{hazards.map(&:key).join(" ")}."
                )
        end
        report(drive.write(values))
      end

      # A file that cannot be read in full is not applied.
      def problems(review)
        told = review.content.problems.map { |problem| "#{problem.place}: #{problem.message}" }
        told +=
          review
            .lines
            .select { |line| line.status == "refused" }
            .map { |line| "#{line.row.place}: #{line.entry.name}: #{line.message}" }
        told.unshift(review.foreign) if review.foreign
        raise Stop.new(Stop::DIFFERENT, told.join("\n")) if told.any?
      end

      def report(written)
        give(
          written.map do |line|
            {
              key: line.entry.key,
              before: plain(line.entry, line.before),
              now: plain(line.entry, line.held),
              state: line.state,
              message: line.message
            }
          end
        ) do
          Table.of(
            written.map do |line|
              [
                line.entry.key,
                line.entry.show(line.before),
                "→",
                line.entry.show(line.held),
                line.state == "confirmed" ? "" : "#{line.state} #{line.message}"
              ]
            end
          )
        end
        refused = written.count { |line| line.state == "refused" }
        raise Stop.new(Stop::REFUSED, "#{refused} of #{written.size} values were refused.") if refused.positive?
      end

      # Only after storing: a restart forgets what is live alone.
      def restart(drive)
        waiting = drive.wire.read_one("storage.waiting_for_restart")
        return if waiting.zero?
        unless options[:store]
          return(
            say(
              "#{waiting} values take effect after a restart; with --store they are stored " \
                "first, and the drive is restarted."
            )
          )
        end
        drive.restart
        say("Restarted for #{waiting} values.") unless options[:json]
      end

      def other_side(drive, other)
        case other
        when "factory"
          drive.profile.factory
        when "stored"
          drive.stored
        else
          File.file?(other) ? from_file(drive, other) : from_drive(other)
        end
      end

      def from_file(drive, file)
        review = review(drive, file)
        problems(review)
        review.lines.select(&:raw).to_h { |line| [line.entry.key, line.raw] }
      end

      def from_drive(place) = Drive.open(place) { |other| other.read(other.profile.settings) }
    end
  end
end
