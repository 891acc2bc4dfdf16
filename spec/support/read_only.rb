# frozen_string_literal: true

# A database that takes nothing any more, for every connection of this process, as on a disk that is full or was
# mounted anew after an error.
module ReadOnly
  # For connections that are made meanwhile.
  module Adapter
    private

    def configure_connection
      super
      @raw_connection.execute("PRAGMA query_only = ON") if ReadOnly.on?
    end
  end

  ActiveRecord::ConnectionAdapters::SQLite3Adapter.prepend(Adapter)

  @on = false

  class << self
    def on? = @on

    def during
      set(true)
      yield
    ensure
      set(false)
    end

    def set(on)
      @on = on
      ActiveRecord::Base.connection_pool.connections.each do |connection|
        connection.raw_connection.execute("PRAGMA query_only = #{on ? "ON" : "OFF"}")
      end
    end
  end
end
