# frozen_string_literal: true

module Api
  # Traces that are kept, of all drives of a project.
  class TracesController < BaseController
    act update: :plan, destroy: :plan, derive: :plan, drop_derived: :plan

    MOST = 1000

    def index
      project = Project.find(params[:project_id])
      traces = Trace.in_brief.where(drive_id: project.drives.select(:id)).newest_first.limit(MOST)
      respond(TraceSummarySerializer, traces.includes(:drive))
    end

    def show = respond(TraceSerializer, trace)

    # Doubles, little-endian: the column of times, then one a signal in their order.
    def samples
      body = trace.at.pack("E*") << trace.columns.map(&:packed).join
      response.headers["cache-control"] = "no-store" # a fresh database gives numbers anew
      send_data body, type: "application/octet-stream", disposition: "inline"
    end

    # As a file for other programs.
    def export
      format = params[:kind]
      unless TraceFile::FORMATS.key?(format)
        raise Unreadable, "A format of #{TraceFile::FORMATS.keys.join(", ")} is expected."
      end
      file = TraceFile.new(trace)
      send_data file.written(format), type: TraceFile::FORMATS.fetch(format), filename: file.name(format)
    end

    # Between two times, or of all.
    def figures
      band = params.key?(:band) ? within(:band, 0.1..50.0) : TraceFigures::BAND
      respond(TraceFiguresSerializer, TraceFigures.new(trace, **stretch, band: band))
    end

    def spectrum
      spectrum =
        TraceFigures.new(trace, **stretch).then { |reading| reading.spectrum(reading.signal(text(:signal)).key) }
      raise Gallop::Objects::Unacceptable, "Too few samples for a spectrum: choose a longer stretch." if spectrum.nil?
      respond(SpectrumSerializer, spectrum)
    end

    # Of a fault: its cause.
    def explanation = respond(FaultExplanationSerializer, FaultExplanation.new(trace))

    # The first of them against the others.
    def compare
      ids = text(:ids).split(",").uniq
      unless ids.size.between?(2, TraceComparison::MOST) && ids.all?(/\A\d{1,18}\z/)
        raise Unreadable, "ids: the numbers of 2 to #{TraceComparison::MOST} traces are expected."
      end
      found = Trace.includes(:drive, :signals).where(id: ids).index_by { |one| one.id.to_s }
      missing = ids.find { |id| !found.key?(id) }
      raise ActiveRecord::RecordNotFound.new(nil, "Trace") if missing
      respond(TraceComparisonSerializer, TraceComparison.new(found.values_at(*ids), **stretch, shifts: shifts))
    end

    # Another signal, worked out of those that are there.
    def derive
      trace.derive(
        {
          "kind" => text(:kind),
          "of" => text(:of),
          "other" => (text(:other) if params[:other].present?),
          "factor" => (figure(:factor) if params.key?(:factor)),
          "offset" => (figure(:offset) if params.key?(:offset)),
          "name" => (text(:name) if params[:name].present?),
          "unit" => (text(:unit) if params[:unit].present?)
        }.compact
      )
      Link::Feed.changed(trace.drive_id, "traces")
      respond(TraceSerializer, trace.reload)
    end

    def drop_derived
      trace.drop_derived(params[:key])
      Link::Feed.changed(trace.drive_id, "traces")
      respond(TraceSerializer, trace.reload)
    end

    def update
      trace.update!(changes)
      Link::Feed.changed(trace.drive_id, "traces")
      respond(TraceSerializer, trace)
    end

    def destroy
      trace.destroy!
      Link::Feed.changed(trace.drive_id, "traces")
      head :no_content
    end

    private

    def trace = @trace ||= Trace.includes(:drive, :signals).find(params[:id])

    def stretch = { from: (figure(:from) if params[:from].present?), to: (figure(:to) if params[:to].present?) }

    def shifts
      given = params[:shifts].to_s.split(",").first(TraceComparison::MOST)
      given.map { |shift| Float(shift, exception: false) || raise(Unreadable, "shifts: seconds are expected.") }
    end

    def changes
      {
        name: (text(:name) if params[:name].present?) || (params.key?(:name) ? "" : nil),
        note: (long_text(:note) if params.key?(:note)),
        tags: (params[:tags].blank? ? [] : list(:tags, most: 10) if params.key?(:tags)),
        pinned: (params[:pinned] == true if params.key?(:pinned))
      }.compact
    end
  end
end
