# frozen_string_literal: true

module Nockplane
  module Linking
    # Lasting names for faces of imported models: plane-1, bore-2, shaft-1, round-3, cone-1 ... A new revision's faces
    # take the names of the old ones they match; others get numbers that were never used.
    module FaceNames
      # names: { record name ("#12") => lasting name }; doubts: { lasting name of a new face => [old names it may be] };
      # gone: old names no face has any more; next: numbers used up, by word.
      Result = Struct.new(:names, :doubts, :gone, :used)

      module_function

      # Names of a first revision; solids: faces named by record.
      def first(solid) = after(solid, {}, nil)

      # Names of a revision after another; old: the old solid with lasting names, nil for none; used: { word => highest
      # number }.
      def after(solid, used, old)
        used = used.dup
        result = old ? Matching.of(old, solid) : Matching::Result.new({}, {}, [], {}, nil)
        names = result.matched.dup
        indexed = Solids::Indexed.of(solid)
        fresh = solid.faces.reject { |f| names.key?(f.name) }
        fresh.each { |f| names[f.name] = "#{word = word(indexed, f)}-#{used[word] = (used[word] || 0) + 1}" }
        Result.new(names, result.doubtful.transform_keys { |n| names[n] }, result.gone, used)
      end

      def word(solid, face)
        case face.surface.kind
        when :plane, :cone, :sphere, :torus
          face.surface.kind.to_s
        when :cylinder
          Modelling::Span.of(solid, face).then { |s| s.round? ? (s.concave? ? 'bore' : 'shaft') : 'round' }
        else
          'surface'
        end
      end
    end
  end
end
