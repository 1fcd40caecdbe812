# frozen_string_literal: true

module App
  module Presenters
    # What is a person's to do: docket lines they took, comments that wait there, answers to their own.
    class Desk
      # drawing; words: what its docket tells; taking.
      Line = Struct.new(:drawing, :words, :taking)

      attr_reader :person

      def initialize(person)
        @person = person
      end

      # [Line] of those that still have something to settle.
      def lines
        @lines ||= takings.filter_map { |t| line(t) }
      end

      # [Records::Comment] that wait: on their drawings, and of their own with an answer by somebody else.
      def comments
        @comments ||= Records::Comment.open.includes(:answers).select { |c| theirs?(c) && there?(c) }
      end

      # [[title, address, words, Time, id]] for a feed, newest first.
      def entries
        drawn =
          lines.map do |l|
            [
              title(l.drawing),
              "/drawings/#{l.drawing.slug}",
              l.words.join('; '),
              l.taking.created_at,
              "line-#{l.taking.id}"
            ]
          end
        said =
          comments.map do |c|
            ["#{c.author} on #{title(c.drawing)}", Desk.address(c), c.text, c.created_at, "comment-#{c.id}"]
          end
        (drawn + said).sort_by { |e| -e[3].to_f }
      end

      # Where a comment is seen.
      def self.address(comment)
        "/drawings/#{comment.drawing.slug}#{"?select=#{comment.at}" unless comment.at.empty?}#comments"
      end

      private

      def title(drawing) = "#{drawing.number} #{drawing.title}".strip

      def takings =
        @takings ||=
          Records::Taking.where(person_id: @person.id).includes(:drawing).order(:created_at).select(&:drawing)

      def line(taking)
        docket = Records::Standing.find_by(drawing_id: taking.drawing_id)&.docket or return
        words = words_of(docket, taking)
        Line.new(taking.drawing, words, taking) unless words.empty?
      end

      # Of one part, what of the docket is that; of a line that is no part of it (comments, say) its name, as long as it
      # is there.
      def words_of(docket, taking)
        if Nockplane::Linking::Docket::LINES.key?(taking.part)
          docket = docket.line(taking.part)
        elsif !taking.part.empty?
          return OTHERS.fetch(taking.part).call(taking.drawing) ? [DocketLine::WORDS.fetch(taking.part)] : []
        end
        Nockplane::Issuing::Check.new(docket).findings.map(&:words)
      end

      OTHERS = {
        'template' => ->(drawing) { !Origin.from(drawing.template_slug, drawing.template_revision).settled? },
        'variants' => ->(drawing) { drawing.variant_standings.where(state: %w[behind adrift fault]).exists? },
        'comments' => ->(drawing) { Records::Comment.open.where(drawing_id: drawing.id).exists? }
      }.freeze
      private_constant :OTHERS

      def theirs?(comment)
        answered = comment.answers.any? && comment.answers.last.author != @person.name
        takings.any? { |t| t.drawing_id == comment.drawing_id } || (comment.author == @person.name && answered)
      end

      def there?(comment) = !comment.drawing.nil?
    end
  end
end
