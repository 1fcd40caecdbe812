# frozen_string_literal: true

module Nockplane
  module Issuing
    # What issuing does to a drawing: its state, the line of its revision table, date and approval where nobody gave
    # them. The first change after it begins the next letter.
    module Issue
      ISSUED = 'issued'
      IN_WORK = 'in work'
      # Letters of a reason.
      LONGEST = 200

      module_function

      def issued?(drawing) = drawing.meta.state == ISSUED

      # Edit, or a Refusal. date: as the drawing writes it, "2026-11-29"; by: who approves; reason: what changed.
      def edit(drawing, date:, by:, reason:)
        meta = drawing.meta
        return refusal("#{meta.number} is issued as #{meta.revision} and was not changed since") if issued?(drawing)
        return refusal('say what this issue is for') if reason.to_s.strip.empty?
        return refusal("a reason has at most #{LONGEST} letters") if reason.length > LONGEST

        Drawings::Edit.put("Issued as #{meta.revision}", after(meta, date, by, reason.strip))
      end

      # An edit of an issued drawing, with the next letter begun; of others as it is.
      def reopened(drawing, edit)
        return edit unless issued?(drawing)

        meta = (edit.changes['meta'] || drawing.meta).dup
        return edit if meta.state != ISSUED

        meta.state = IN_WORK
        meta.revision = RevisionLetter.after(drawing.meta.revision)
        meta.fields = meta.fields.except(*GIVEN)
        Drawings::Edit.new("#{edit.label}; revision #{meta.revision} begins", edit.changes.merge('meta' => meta))
      end

      # Fields that are an issue's own.
      GIVEN = %w[date approved].freeze

      def after(meta, date, by, reason)
        meta.dup.tap do |m|
          m.state = ISSUED
          m.fields = { 'date' => date, 'approved' => by }.merge(meta.fields)
          line = { 'index' => meta.revision, 'zone' => '', 'description' => reason, 'date' => date, 'by' => by }
          m.history = meta.history.reject { |l| l['index'] == meta.revision } + [line]
        end
      end

      def refusal(words) = Drawings::Refusal.new("#{words[0].upcase}#{words[1..]}.", ['meta'])
      private_class_method :after, :refusal
    end
  end
end
