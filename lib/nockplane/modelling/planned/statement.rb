# frozen_string_literal: true

module Nockplane
  module Modelling
    module Planned
      # What the kinds of statement share: id, the names of the faces they stand on, and where a person put them in the
      # model: plane (name of an annotation plane, nil for the one that suits), at (place of the words in mm of the
      # model, nil for where they come to lie).
      class Statement
        # Something in it can't be read; in words.
        class Wrong < Nockplane::Error
        end

        ID = /\A[a-z][a-z0-9_]{0,39}\z/
        COMMON = %w[kind id faces plane at].freeze
        MOST_FACES = 500

        attr_reader :id, :faces, :plane, :at

        # data: plain, as #to_h gives it. Raises Wrong.
        def initialize(data)
          unknown = data.keys - COMMON - own_keys
          raise Wrong, "a #{kind} has no '#{unknown[0]}'; it has #{(COMMON + own_keys).join(', ')}" if unknown.any?

          @id = data['id'].to_s
          raise Wrong, "'#{@id}' is no id; use small letters, digits and _" unless ID.match?(@id)

          @faces = names(data['faces'])
          @plane = data['plane']&.to_s
          @at = place(data['at'])
          take(data)
          Ractor.make_shareable(self)
        end

        def kind = self.class::NAME
        def key = "#{PREFIX}#{@id}"
        # Plain data; what is not said is left out.
        def to_h = { 'kind' => kind, 'id' => @id, **own, 'faces' => @faces, 'plane' => @plane, 'at' => @at }.compact
        def ==(other) = other.is_a?(Statement) && to_h == other.to_h
        alias eql? ==
        def hash = to_h.hash
        # The same with other data over its own; nil takes a key away.
        def with(**data) = Planned.read(to_h.merge(data.transform_keys(&:to_s)).compact)

        # ModelDimension on a model, under the id that it has in the plan; nil where its faces are not there. found:
        # faces of the model by the names it stands on, pieces where one was cut; index: Solids::Indexed of its solid.
        def dimension(_model, _found, _index = nil) = nil

        # Datum letters that it names.
        def letters = []
        # Id of the model dimension that it says more of, nil where it is one itself.
        def about = nil

        private

        def own_keys = []
        def own = {}
        def take(_data) = nil

        def names(given)
          unless given.is_a?(Array) && given.all?(String) && given.any?
            raise Wrong, "a #{kind} stands on faces: a list of their names"
          end
          raise Wrong, "a #{kind} stands on at most #{MOST_FACES} faces" if given.size > MOST_FACES

          given.uniq
        end

        def place(given)
          return nil if given.nil?

          near = given.is_a?(Array) && given.size == 3 && given.all? { |c| c.is_a?(Numeric) && c.abs < 1e6 }
          raise Wrong, 'at is a place in the model: three numbers, mm' unless near

          given.map(&:to_f)
        end

        # Frame words, a datum letter or a texture at faces, as a drawing can adopt them.
        def at_faces(model, found, words, name)
          Measured.frame(model.solid, found, id: key, kind: name, value: 0.0, words: words)
        end
      end
    end
  end
end
