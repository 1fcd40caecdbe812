# frozen_string_literal: true

module Nockplane
  module Linking
    # A chain of sizes: which sizes of a model make up the distance between two of its faces, and what their tolerances
    # come to there: at worst (all at their limits at once), and by the root of the sum of squares (each by itself, as
    # often large as small). The sizes are found by elimination (Definition), as completeness finds what is said twice.
    class Chain
      include AddedUp

      # One size of it: id and words; share: how much of a change of it comes through, with its sign; value, upper,
      # lower: mm, deviations; by: "tolerance" or "general tolerance", nil where none is known.
      Link =
        Struct.new(:id, :words, :share, :value, :upper, :lower, :by) do
          # mm that its tolerance zone adds to the distance.
          def width = share.abs * (upper - lower)
        end

      KEY = 'chain'
      # mm within which the links must add up to the distance.
      SAME = 1e-3
      # from, to: names of faces (parallel planes, or bores and shafts by their axes); general: class of ISO 2768-1 for
      # sizes without a tolerance of their own, nil for none; sides: of a sheet.
      def initialize(model, from, to, general: 'm', sides: [])
        @model = model
        @general = general && Tolerancing::General.new(general)
        @between = between(from, to)
        @links = []
        @problem = found(sides)
        @nominal = @between&.value
        freeze
      end

      private

      # The distance of two faces as a size that is measured.
      def between(from, to)
        ["#{from}|#{to}", "#{to}|#{from}"].filter_map { |pair| @model.dimension("measured.distance.#{pair}") }.first
      end

      # Fills the links; a sentence where there is no chain.
      def found(sides)
        unless @between
          return 'between these two faces there is no distance: they are not parallel, or one is not there'
        end

        dimensions = @model.dimensions.select { |d| Drawings::Annotations.all.key?(d.kind.to_s) }
        # (What is theoretically exact says nothing of what may be: the frames do, by which it goes.)
        dimensions = dimensions.reject { |d| Tolerancing::Tolerance.exact?(d.tolerance) }
        sayings = dimensions.filter_map { |d| Completeness.saying(d, key: d.id, words: d.id) }
        asked = Completeness.saying(@between, key: KEY, words: KEY)
        report = Definition.of(@model.solid, sayings + [asked], sides: sides)
        shares = report.twice.find { |t| t.saying == KEY }&.sum
        return 'the sizes of the model leave this distance open' if shares.nil?

        @links = linked(shares, dimensions, sayings, signed(asked))
        'angles or slopes take part; only lengths are added up' unless adds_up?
      end

      def linked(shares, dimensions, sayings, total)
        way = total.negative? ? -1.0 : 1.0
        shares.filter_map do |id, share|
          dimension = dimensions.find { |d| d.id == id }
          saying = sayings.find { |s| s.key == id }
          next if dimension.nil?

          sign = signed(saying) <=> 0
          link(dimension, saying, -share * sign * way)
        end
      end

      # mm of what a saying says, along its own direction.
      def signed(saying)
        return saying.radius || saying.value unless saying.says == :level

        Geometry::Vec.dot(Geometry::Vec.sub(saying.to, saying.from), saying.direction)
      end

      # (Of a diameter half comes through.)
      def link(dimension, saying, share)
        share /= 2 if saying.says == :round && (dimension.value - saying.radius).abs > SAME
        upper, lower, by = deviations(dimension)
        words = Drawings::Annotations::Snapshot.of(dimension).words(Drafting::Standard.new).to_s
        Link.new(dimension.id, words, share.round(9), dimension.value, upper, lower, by)
      end

      def deviations(dimension)
        given = dimension.tolerance.to_s
        return *Tolerancing::Tolerance.parse(given).deviations(dimension.value), 'tolerance' unless given.empty?

        allowed = @general&.linear(dimension.value)
        allowed ? [allowed, -allowed, 'general tolerance'] : [0.0, 0.0, nil]
      rescue Tolerancing::UnreadableTolerance, Tolerancing::Iso286::OutOfTables
        [0.0, 0.0, nil]
      end

      def adds_up? = (@links.sum { |l| l.share * l.value } - @between.value).abs < SAME
    end
  end
end
