# frozen_string_literal: true

# What happens to a drive goes into the logbook of its project.
module Logged
  def log(kind, headline, detail = "", author: Current.author)
    project.logbook_entries.create!(drive: self, drive_name: name, kind: kind, headline: headline, detail: detail.to_s.truncate(500), author: author.to_s, at: Time.current)
    Link::Feed.changed(id, "logbook")
  end
end
