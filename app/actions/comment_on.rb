# frozen_string_literal: true

module App
  module Actions
    # Comments on a place of a drawing: said, answered, settled.
    class CommentOn
      LONGEST = 2000
      MOST = 500

      # at: key of a cell, empty for the sheet; parent: Records::Comment that is answered. Raises Refused.
      def self.call(drawing, text, author:, at: '', parent: nil)
        said = text.to_s.strip
        raise Refused, 'Say something.' if said.empty?
        raise Refused, "A comment has at most #{LONGEST} letters." if said.length > LONGEST
        if Records::Comment.where(drawing_id: drawing.id).count >= MOST
          raise Refused, "A drawing has at most #{MOST} comments."
        end

        Records::Comment.create!(
          drawing_id: drawing.id,
          parent_id: parent&.id,
          at: known(drawing, at.to_s),
          author: author,
          text: said
        )
      end

      # What it is about, where that is there.
      def self.known(drawing, key) = drawing.value.cells.key?(key) ? key : ''

      def self.settle(comment, by:, now: Time.now)
        comment.update!(settled_at: now, settled_by: by) unless comment.settled?
      end
      private_class_method :known
    end
  end
end
