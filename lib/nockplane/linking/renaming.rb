# frozen_string_literal: true

module Nockplane
  module Linking
    # Cells of a drawing with the faces that they name called otherwise: what dimensions stand on, ids that say what was
    # measured, places that leaders and tables go by, what lines and boundaries are tied to.
    class Renaming
      # Ids of sizes that are made of face names with | between.
      MEASURED = /\Ameasured\.[a-z]+\./

      # What a person set on picked places or faces.
      BY_HAND = [Modelling::Picked, Modelling::Marked, Modelling::Centred].freeze

      # counterparts: Counterparts; faces without one are called by a name that nothing has.
      def initialize(counterparts)
        @counterparts = counterparts
      end

      # The cell with its faces renamed.
      def cell(key, cell) = Drawings::Cells.from(key, walk(Drawings::Cells.plain(cell)))

      # The id of a model dimension with the faces in it renamed.
      def id(text)
        prefix = text[MEASURED]
        return prefix + text.delete_prefix(prefix).split('|').map { |n| face(n) }.join('|') if prefix
        return Modelling::ArcLengths.id(faces(Modelling::ArcLengths.read(text))) if Modelling::ArcLengths.id?(text)

        head, json = text.split(':', 2)
        made_by_hand?(text) ? "#{head}:#{JSON.generate(mode_and_places(JSON.parse(json)))}" : text
      rescue JSON::ParserError
        text
      end

      def face(name) = @counterparts.of(name) || @counterparts.gone(name)
      def faces(names) = (names || []).map { |n| face(n) }

      private

      def made_by_hand?(text) = BY_HAND.any? { |m| m.id?(text) }

      # What an id made by hand says: [kind, face, words] of a mark, else [mode, direction, place, ...].
      def mode_and_places(data)
        return data[0], face(data[1]), *data.drop(2) if data[1].is_a?(String)

        [data[0], vector(data[1]), *data.drop(2).map { |part| place?(part) ? spot(part) : part }]
      end

      # Is it a place as Modelling::Spots::Spot#to_a gives it?
      def place?(data) = data.is_a?(Array) && data[0].is_a?(String) && data[1].is_a?(Array)

      # Of several places that the same faces make, which one is meant goes by their order, which means nothing in
      # another model: none is taken.
      def spot(data)
        kind, names, nth, share, way = data
        sure = @counterparts.kin? || nth.nil? || nth[1] == 1
        [kind, sure ? faces(names) : names.map { |n| @counterparts.gone(n) }, nth, share, way && vector(way)]
      end

      def vector(way) = @counterparts.direction(way).map { |c| c.round(9) + 0.0 }

      def walk(value)
        case value
        when Hash
          value.to_h { |field, v| [field, inner(field, v)] }
        when Array
          value.map { |v| walk(v) }
        else
          value
        end
      end

      # (These fields name faces at whatever depth they stand; all other texts are words.)
      def inner(field, value)
        case field
        when 'dimension'
          id(value)
        when 'face'
          value && face(value)
        when 'faces'
          faces(value)
        when 'spot', 'origin'
          place?(value) ? spot(value) : value
        when 'spots'
          value.map { |s| place?(s) ? spot(s) : s }
        else
          walk(value)
        end
      end
    end
  end
end
