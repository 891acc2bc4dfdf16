# frozen_string_literal: true

module Link
  # The connections of this process, by drive. The one piece of global state. No device has two.
  module Registry
    @connections = {}
    @devices = {} # who answers, by the connection that has it
    @mutex = Mutex.new

    # The place is linked by another drive already.
    class Taken < Gallop::Refusal
      kind :not_now

      def initialize(other)
        super(
          "#{other.where} is linked as #{other.name} already. One device has one link: " \
            "disconnect it there, or use it there."
        )
      end
    end

    class << self
      def [](drive) = @mutex.synchronize { @connections[id_of(drive)] }
      def all = @mutex.synchronize { @connections.values }

      # @return [Connection] the running one, or a new one @raise [Taken] where another drive has the place
      def open(drive)
        @mutex.synchronize do
          running = @connections[drive.id]
          next running if running&.alive?
          refuse_at(drive.host, drive.port, drive.unit, besides: drive.id)
          @connections[drive.id] = Connection.new(drive).start
        end
      end

      # @param besides [Integer, nil] id of the drive that may have it @raise [Taken] where another drive has the link
      # to this place
      def refuse_taken(host, port, unit, besides: nil)
        @mutex.synchronize { refuse_at(host, port, unit, besides: besides) }
      end

      # Asked by a connection that knows who answers, before it does anything with it. @raise [Elsewhere]
      def sole(connection)
        @mutex.synchronize do
          next if connection.identity.serial.to_i.zero? # one that does not say who it is
          other = @devices[connection.identity.device]
          raise Elsewhere.new(connection.identity, other) if other && !other.equal?(connection) && other.alive?
          @devices[connection.identity.device] = connection
        end
      end

      # The connection has lost its device.
      def free(connection) = @mutex.synchronize { @devices.delete_if { |_, one| one.equal?(connection) } }

      def close(drive)
        connection = @mutex.synchronize { @connections.delete(id_of(drive)) }
        connection&.close
        Feed.changed(id_of(drive), "link")
      end

      # Each on its own, so that none keeps another from its end.
      def close_all
        open = @mutex.synchronize { @connections.values.tap { @connections.clear } }
        open.map { |connection| Thread.new { connection.close } }.each(&:join)
      end

      private

      def id_of(drive) = drive.is_a?(Integer) ? drive : drive.id

      def refuse_at(host, port, unit, besides:)
        other = @connections.find { |id, one| id != besides && one.alive? && one.place == [host, port, unit] }&.last
        raise Taken, other if other
      end
    end
  end
end
