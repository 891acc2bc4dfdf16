# frozen_string_literal: true

# What happens to a drive goes into the logbook of its project. A line that the database does not take now (a full
# disk) is kept and written when it does: what was done is not undone by the lack of a line about it.
module Logged
  # @return [LogbookEntry, nil] nil where it could not be written at once
  def log(kind, headline, detail = "", author: Current.author)
    line = line_of(kind, headline, detail, author)
    write_line(line)
  rescue ActiveRecord::StatementInvalid, ActiveRecord::ConnectionTimeoutError
    raise if self.class.connection.transaction_open? # the whole of it fails
    Logged.clerk.note { write_line(line) }
    nil
  end

  # For what must not wait for the database at all.
  def log_later(kind, headline, detail = "", author: Current.author)
    line = line_of(kind, headline, detail, author)
    Logged.clerk.note { Rails.application.executor.wrap { write_line(line) } }
  end

  @clerk = Link::Clerk.new

  class << self
    attr_reader :clerk
  end

  private

  def line_of(kind, headline, detail, author)
    {
      project_id: project_id,
      drive_id: id,
      drive_name: name,
      kind: kind,
      headline: headline,
      detail: detail.to_s.truncate(500),
      author: author.to_s,
      at: Time.current
    }
  end

  # The drive, or its project, may have been deleted meanwhile.
  def write_line(line)
    return unless Project.exists?(line[:project_id])
    drive_id = line[:drive_id] if Drive.exists?(line[:drive_id])
    LogbookEntry.create!(**line, drive_id: drive_id).tap { Link::Feed.changed(line[:drive_id], "logbook") }
  end
end
