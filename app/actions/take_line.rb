# frozen_string_literal: true

module App
  module Actions
    # Whose it is to settle a line of the docket: taken by somebody, given to somebody, given up.
    class TakeLine
      WORD = 200

      # line: DocketLine; person: Records::Person who gets it; by: name of whoever says so. Raises Refused.
      def self.call(line, person, by:, word: '')
        raise Refused, "#{person.name} is switched off." if person.off?
        raise Refused, "#{person.name} is a reader and settles nothing." unless Policy.new(person).may?(:talk)

        taking = Records::Taking.find_or_initialize_by(drawing_id: line.drawing.id, part: line.part)
        taking.update!(person: person, given_by: by, word: word.to_s.strip[0, WORD])
        taking
      rescue ActiveRecord::RecordNotUnique
        retry # somebody took it just now: the later word holds
      end

      # Of a line that is somebody's because the whole drawing is, the drawing is given up.
      def self.give_up(line)
        own = Records::Taking.where(drawing_id: line.drawing.id, part: line.part)
        own = Records::Taking.where(drawing_id: line.drawing.id, part: '') unless own.exists?
        own.delete_all
      end
    end
  end
end
