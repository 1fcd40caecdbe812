# frozen_string_literal: true

module Nockplane
  module Linking
    # What a person calls the faces of an imported part: "underside", "bore ⌀22", "boss ⌀34, top", "round R3, front
    # left". Every face has words of its own within the part. Up is +Z, the front is -Y (standards.md 4.1). Lasting
    # names stay beneath.
    class FaceWords
      SIDES = {
        [0, -1] => 'left side',
        [0, 1] => 'right side',
        [1, -1] => 'front side',
        [1, 1] => 'back',
        [2, -1] => 'underside',
        [2, 1] => 'top'
      }.freeze
      FACING = {
        [0, -1] => 'facing left',
        [0, 1] => 'facing right',
        [1, -1] => 'facing front',
        [1, 1] => 'facing back',
        [2, -1] => 'facing down',
        [2, 1] => 'facing up'
      }.freeze
      PLACES = [%w[left right], %w[front back], %w[low high]].freeze
      # Part of the box from its middle within which a face says nothing of its place along an axis.
      MIDDLE = 0.08
      # mm, and cosine, within which a face lies on the box or along an axis.
      ON = 1e-3
      ALONG = 1 - 1e-6

      # Above so many faces none get words: they are called by their lasting names.
      MOST = 3000

      # { face name => what a person calls it } of an imported model; {} of a recipe, whose names are a person's words.
      # subject:
      # Products::Subject; kept by its source.
      def self.in(source, subject)
        text = source.text(subject)
        return {} unless Modelling::ImportReference.is?(text)

        source.kept('face-words', text) { of(source.model_of(text).solid) }
      end

      # What a face belongs to, by its name: a feature of a recipe, or the first words that a person has for it.
      # names: { face name => words } of an imported model.
      def self.feature(face, names)
        return names[face].to_s[/\A[^,]+/] || face if names[face]

        face[/\A[a-z][a-z0-9_]*/] || face
      end

      # { face name => words } of a solid; of an assembly's faces ("INSTANCE:...") each instance by itself.
      def self.of(solid)
        return {}.freeze if solid.faces.size > MOST

        facets = solid.facets.group_by { |f| f.face.name[/\A.*:/] }
        all = Likeness.all(solid).group_by { |name, _| name[/\A.*:/] }
        found =
          all.flat_map do |path, faces|
            new(faces.to_h, solid, path ? box(solid, facets[path]) : solid.box).words.map do |name, words|
              [name, "#{path && "#{path.chomp(':')}: "}#{words}"]
            end
          end
        Ractor.make_shareable(found.to_h)
      end

      def self.box(solid, facets)
        points = facets.flat_map { |f| f.loops[0] }.uniq.map { |i| solid.point(i) }.transpose
        points.map(&:min) + points.map(&:max)
      end
      private_class_method :box

      def initialize(faces, solid, box)
        @faces = faces
        @box = box
        @turns = turns(solid)
      end

      def words
        plain = @faces.transform_values { |face| plain(face) }
        plain.group_by(&:last).each_value.flat_map { |same| told_apart(same.map(&:first), same[0][1]) }.to_h
      end

      private

      # { name => does it go all round? } of cylinders.
      def turns(solid)
        indexed = Solids::Indexed.of(solid)
        indexed
          .faces
          .select { |f| f.surface.kind == :cylinder && @faces.key?(f.name) }
          .to_h { |f| [f.name, Modelling::Span.of(indexed, f).round?] }
      end

      # Words before faces alike are told apart.
      def plain(face)
        case face.kind
        when :plane
          plane(face)
        when :cylinder
          round(face)
        when :cone
          face.concave ? beside(face, 'countersink') : beside(face, 'cone')
        when :torus
          "round R#{mm(face.size)} of #{of_ring(face)}"
        when :sphere
          "ball R#{mm(face.size)}"
        else
          'free surface'
        end
      end

      def round(face)
        return "#{face.concave ? 'bore' : 'boss'} ⌀#{mm(2 * face.size)}" if @turns[face.name]

        "#{face.concave ? 'hollow' : 'round'} R#{mm(face.size)}"
      end

      def beside(face, word)
        round =
          face
            .neighbours
            .map { |n| @faces[n] }
            .compact
            .select { |f| f.kind == :cylinder && @turns[f.name] }
            .min_by { |f| [f.size, f.name] }
        round ? "#{word} of #{round(round)}" : word
      end

      def of_ring(face)
        round =
          face
            .neighbours
            .map { |n| @faces[n] }
            .compact
            .select { |f| f.kind == :cylinder }
            .min_by { |f| [f.size, f.name] }
        round ? round(round) : 'the ring'
      end

      def plane(face)
        axis = 3.times.find { |k| face.direction[k].abs > ALONG }
        return "slope#{" of #{slope(face)}°" if face.direction[2].abs.between?(0.001, 0.999)}" unless axis

        way = [axis, face.direction[axis].positive? ? 1 : -1]
        end_of(face, way) || step(face, axis, way)
      end

      # On the box: a side of the part; else the end of a boss or the floor of a bore.
      def end_of(face, way)
        limit = @box[way[1].positive? ? way[0] + 3 : way[0]]
        ring = face.neighbours.map { |n| @faces[n] }.compact.select { |f| f.kind == :cylinder && @turns[f.name] }
        rims = ring.reject(&:concave)
        if (face.centre[way[0]] - limit).abs < ON
          # A boss that reaches the side has an end of its own there.
          return (
            (
              if rims.size == 1 && face.neighbours.size - ring.count(&:concave) == 1 && smaller?(rims[0])
                "#{round(rims[0])}, #{SIDES.fetch(way)}"
              else
                SIDES.fetch(way)
              end
            )
          )
        end
        if rims.size == 1 && face.neighbours.size - ring.count(&:concave) == 1
          return "#{round(rims[0])}, #{ending(way)}"
        end

        ring.size == 1 && face.neighbours == [ring[0].name] ? "#{round(ring[0])}, floor" : nil
      end

      # Is a boss narrower than the part?
      def smaller?(boss)
        axis = boss.direction.each_with_index.max_by { |c, _| c.abs }[1]
        ([0, 1, 2] - [axis]).any? { |k| @box[k + 3] - @box[k] > (2 * boss.size) + ON }
      end

      def ending(way) = SIDES.fetch(way).sub(' side', ' end')

      # mm from the box's side that is the base of its axis (underside, left, front).
      def step(face, axis, way) = "#{FACING.fetch(way)} at #{mm(face.centre[axis] - @box[axis])}"

      # Degrees from the level.
      def slope(face) = mm((Math.acos(face.direction[2].abs.clamp(0.0, 1.0)) * 180 / Math::PI).round(1))

      # [[name, words], ...] with their place where that tells all apart, else numbered through.
      def told_apart(names, words)
        return [[names[0], words]] if names.size == 1

        places = names.to_h { |n| [n, place(@faces[n])] }
        telling = [2, 1, 0].select { |k| places.values.map { |p| p[k] }.uniq.size > 1 }
        names
          .group_by { |n| telling.filter_map { |k| places[n][k] }.join(' ') }
          .flat_map do |place, same|
            head = place.empty? ? words : "#{words}, #{place}"
            next [[same[0], head]] if same.size == 1

            same.sort_by { |n| [n[/\d+\z/].to_i, n] }.each_with_index.map { |n, i| [n, "#{head}, no. #{i + 1}"] }
          end
      end

      # Where in the part a face lies, along x, y and z: a word or nil for its middle.
      def place(face)
        3.times.map do |k|
          low, high = @box[k], @box[k + 3]
          share = high - low < ON ? 0.0 : ((face.centre[k] - ((low + high) / 2)) / (high - low))
          share.abs < MIDDLE ? nil : PLACES[k][share.positive? ? 1 : 0]
        end
      end

      def mm(value) = Modelling::Fault.mm(value.round(3))
    end
  end
end
