# frozen_string_literal: true

module Api
  # Settings and figures of a drive: what it holds of each, and drafting them.
  class ValuesController < BaseController
    act update: :plan, reset: :plan, copy: :plan

    before_action :family!

    def index = respond(HoldingSerializer, Holdings.new(drive).all)
    def show = respond(ValueDetailSerializer, ValueDetail.new(drive, entry))

    # Keys of the values that a query finds, best first.
    def search = render(json: Gallop::Objects::Lookup.of(drive.profile).find(scalar(:query, params[:query])).map(&:key))

    # Drafts one value as typed, in any fitting unit.
    def update
      raw = drive.setting(entry.key).parse(long_text(:value))
      drive.draft(entry.key, raw, reason: "typed")
      changed
      respond(HoldingSerializer, Holdings.new(drive).all([entry]).first)
    end

    # What the drive will make of it, while it is typed.
    def foresee
      setting = drive.setting(entry.key)
      raw = setting.parse(long_text(:value))
      render json: { sentences: Gallop::Objects::Foresight.new(drive.profile, drive.drafted_values).of(setting, raw) }
    end

    # Puts settings back to factory values, in the draft.
    def reset
      values = list(:keys).to_h { |key| [key, drive.setting(key).default_raw] }
      render json: { drafted: drive.draft_all(values, reason: "factory value") }
    end

    # Copies settings into the draft of another drive, as far as that one has them.
    def copy
      other = drive.project.drives.find(record(:to))
      values = drive.drafted_values.slice(*list(:keys))
      known, unknown = values.partition { |key, raw| other.holds?(key, raw) }
      render json: {
               drafted: other.draft_all(known.to_h, reason: "copied from #{drive.name}"),
               left: unknown.map(&:first)
             }
    end

    private

    def entry =
      @entry ||=
        drive.profile[params[:key]] ||
          raise(Gallop::Objects::Unacceptable, "#{drive.profile.title} has no value “#{params[:key].truncate(40)}”.")

    def changed
      Link::Feed.changed(drive.id, "tray", "values")
      drive.drafts.reset
    end
  end
end
