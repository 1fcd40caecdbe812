# frozen_string_literal: true

module App
  module Presenters
    # Before a drawing is issued: what the check tells, what the packet will hold, what was issued before.
    class IssuePage
      attr_reader :record

      def initialize(record)
        @record = record
      end

      def value = @record.value

      def check
        @check ||=
          begin
            docket, fresh = Standings.of(@record)
            Actions::IssueDrawing.check(@record, (docket if fresh), wait: false)
          end
      end

      def issued? = Nockplane::Issuing::Issue.issued?(value)
      def letter = value.meta.revision
      def contents = Packing.contents(value, without: SeriesCheck.lost(@record))
      def packets = Records::Packet.where(drawing_id: @record.id).order(issued_at: :desc)
      # Where a finding is seen.
      def link(finding) = finding.at && "/drawings/#{@record.slug}?select=#{finding.at}"
    end
  end
end
