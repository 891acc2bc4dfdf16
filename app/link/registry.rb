# frozen_string_literal: true

module Link
  # The connections of this process, by drive. The one piece of global state.
  module Registry
    @connections = {}
    @mutex = Mutex.new

    class << self
      def [](drive) = @mutex.synchronize { @connections[id_of(drive)] }
      def all = @mutex.synchronize { @connections.values }

      # @return [Connection] the running one, or a new one
      def open(drive)
        @mutex.synchronize do
          running = @connections[drive.id]
          next running if running&.alive?
          @connections[drive.id] = Connection.new(drive).start
        end
      end

      def close(drive)
        connection = @mutex.synchronize { @connections.delete(id_of(drive)) }
        connection&.close
        Feed.changed(id_of(drive), "link")
      end

      def close_all
        all.map { |connection| Thread.new { connection.close } }.each(&:join)
        @mutex.synchronize { @connections.clear }
      end

      private

      def id_of(drive) = drive.is_a?(Integer) ? drive : drive.id
    end
  end
end
