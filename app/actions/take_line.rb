# frozen_string_literal: true

module App
  module Actions
    # Whose it is to settle what the docket tells of a drawing: taken by somebody, given to somebody, given up.
    class TakeLine
      WORD = 200

      # person: Records::Person who gets it; by: name of whoever says so. Raises Refused.
      def self.call(drawing, person, by:, word: '')
        raise Refused, "#{person.name} is switched off." if person.off?
        raise Refused, "#{person.name} is a reader and settles nothing." unless Policy.new(person).may?(:talk)

        taking = Records::Taking.find_or_initialize_by(drawing_id: drawing.id)
        taking.update!(person: person, given_by: by, word: word.to_s.strip[0, WORD])
        taking
      rescue ActiveRecord::RecordNotUnique
        retry # somebody took it just now: the later word holds
      end

      def self.give_up(drawing) = Records::Taking.where(drawing_id: drawing.id).delete_all
    end
  end
end
