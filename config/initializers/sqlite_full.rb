# frozen_string_literal: true

# On a full disk SQLite takes a transaction back by itself. Rolling it back once more would fail and hide the reason:
# see "Response To Errors Within A Transaction", https://www.sqlite.org/lang_transaction.html.
module SqliteFull
  def exec_rollback_db_transaction = taken_back? ? nil : super
  def exec_rollback_to_savepoint(*) = taken_back? ? nil : super

  private

  def taken_back? = @raw_connection && !@raw_connection.transaction_active?
end

ActiveSupport.on_load(:active_record_sqlite3adapter) { prepend SqliteFull }
