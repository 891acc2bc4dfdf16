# frozen_string_literal: true

module CommandLine
  # One drive on the wire for the time of a command.
  class Drive
    ENABLED = %i[operation_enabled quick_stop_active fault_reaction_active].freeze
    MEMORY_TIMEOUT = 5.0 # s
    RETURN_TIMEOUT = 20.0
    PAUSE = 0.02

    # What became of one written value. state: confirmed, adjusted or refused.
    Written = Gallop::Record.define(:entry, :before, :wanted, :held, :state, message: "")

    attr_reader :identity, :wire

    # @param place [String] host or host:port @raise [Stop]
    def self.open(place)
      host, port =
        Gallop::Network::Places
          .parse(place)
          .then do |places|
            if places.one?
              places.first
            else
              raise(Stop.new(Stop::USAGE, "One drive is expected, not #{places.size} places."))
            end
          end
      drive = new(host, port)
      yield drive
    rescue Gallop::Network::Places::Unreadable => e
      raise Stop.new(Stop::USAGE, e.message)
    rescue Wire::Lost => e
      raise Stop.new(Stop::NO_LINK, e.message)
    rescue Wire::Refused => e
      raise Stop.new(Stop::REFUSED, "The drive refuses: #{e.message}.")
    ensure
      drive&.close
    end

    def initialize(host, port)
      @host = host
      @port = port
      connect
    end

    def close = @modbus&.close
    def profile = identity.profile

    # @param name [String] a key, the beginning of one, or an index like 6083, 0x6083:00 or 24707:0 @return
    # [Objects::Entry]
    def entry(name)
      profile[name] || by_index(name) || by_beginning(name)
    end

    # @return [Objects::Entry] that may be set here @raise [Stop] for what moves a motor, or cannot be set
    def setting(name)
      found = entry(name)
      return found if found.setting?
      raise Stop.new(
              Stop::REFUSED,
              "#{found.key} is no setting. Motion is commanded from the application alone, “gallop stop” aside."
            )
    end

    def read(entries) = wire.read(entries)
    def stored = profile.volatile? ? {} : wire.read_stored
    def state = Gallop::Cia402::Statusword.state(wire.read_one("control.status"))

    # Settings of a running motor are changed from the application, by who holds its reins.
    def enabled? = ENABLED.include?(state)

    def refuse_while_enabled
      if enabled?
        raise Stop.new(Stop::REFUSED, "The drive is enabled (#{Gallop::Cia402::STATES[state]}). Stop it first.")
      end
    end

    # Writes in the order of the dictionary and reads each back. What another value held back is written once more at
    # the end. A drive that is enabled meanwhile, or that Gallop's server holds, ends it: what was written until then
    # is told.
    # @param values [Hash{Objects::Entry => Object}] raw @return [Array<Written>]
    def write(values)
      refuse_while_enabled
      before = read(values.keys)
      first =
        values
          .sort_by { |entry, _| [entry.index, entry.subindex] }
          .map { |entry, raw| write_one(entry, raw, before[entry.key]) }
      first.map do |written|
        written.state == "adjusted" ? write_one(written.entry, written.wanted, written.before) : written
      end
    end

    def store
      if profile.volatile?
        raise Stop.new(Stop::REFUSED, "This drive keeps nothing when power goes; there is no memory to store in.")
      end
      counter = wire.read_one("storage.stored_changes")
      wire.write("storage.store", 0x65766173)
      await("finish storing", MEMORY_TIMEOUT) { wire.read_one("storage.stored_changes") != counter }
    end

    # @return [Integer] how many values waited for it
    def restart
      waiting = wire.read_one("storage.waiting_for_restart")
      starts = wire.read_one("device.starts")
      wire.write("storage.restart", 0x746F6F62)
      close
      await("come back", RETURN_TIMEOUT) { returned?(starts) }
      waiting
    end

    # Quick stop, and no speed asked for any more; of a drive that somebody holds the quick stop alone is taken.
    def stop
      wire.write("control.word", Gallop::Cia402::Controlword::WORDS.fetch(:quick_stop))
      wire.write(profile.speed_command.fetch("target"), 0)
    rescue Wire::Refused => e
      raise unless e.for_holder?
    end

    private

    def connect
      @modbus = Wire::Modbus.open(@host, @port)
      @identity = Wire::Identity.read(@modbus)
      raise Wire::InLoader if identity.loader
      @wire = Wire::Device.new(@modbus, identity.profile)
    end

    def returned?(starts)
      connect
      wire.read_one("device.starts") != starts
    rescue Wire::Lost
      close
      false
    end

    def write_one(entry, raw, before)
      if enabled?
        return(
          Written.new(
            entry: entry,
            before: before,
            wanted: raw,
            held: before,
            state: "refused",
            message: "the drive was enabled meanwhile"
          )
        )
      end
      wire.write(entry.key, raw)
      held = wire.read_one(entry.key)
      Written.new(entry: entry, before: before, wanted: raw, held: held, state: held == raw ? "confirmed" : "adjusted")
    rescue Wire::Refused => e
      Written.new(entry: entry, before: before, wanted: raw, held: before, state: "refused", message: e.message)
    end

    def by_index(name)
      match = name.match(/\A(?:0x)?(\h{4})(?::(?:0x)?(\h{1,2}))?\z/) or return by_decimal(name)
      profile.at(match[1].hex, match[2].to_s.hex) || by_decimal(name)
    end

    def by_decimal(name)
      match = name.match(/\A(\d{4,5})(?::(\d{1,3}))?\z/)
      match && profile.at(match[1].to_i, match[2].to_i)
    end

    def by_beginning(name)
      found = profile.entries.select { |entry| entry.key.start_with?(name) }
      return found.first if found.one?
      known =
        (
          if found.any?
            "it begins #{found.first(6).map(&:key).join(", ")}"
          else
            "near are #{Gallop::Objects::Lookup.of(profile).find(name.tr("._", "  ")).first(3).map(&:key).join(", ")}"
          end
        )
      raise Stop.new(Stop::USAGE, "“#{name}” names no single value of a #{profile.title} #{profile.version}; #{known}.")
    end

    def await(what, seconds)
      deadline = now + seconds
      until yield
        raise Stop.new(Stop::NO_LINK, "The drive did not #{what} within #{seconds.round} s.") if now > deadline
        sleep PAUSE
      end
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
