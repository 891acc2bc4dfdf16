# frozen_string_literal: true

# Waiting for another connection's transaction must let the other threads of this process run: see
# docs/decisions/waiting-for-sqlite.md.
module SqliteWaiting
  private

  # Before anything else is asked of the connection: its first pragmas may have to wait already.
  def configure_connection
    @raw_connection.busy_handler_timeout = Integer(@config.fetch(:busy_wait))
    super
  end
end

ActiveSupport.on_load(:active_record_sqlite3adapter) { prepend SqliteWaiting }
