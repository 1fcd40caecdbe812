# frozen_string_literal: true

module App
  module Presenters
    # What a drawing says of its parts, for the column and as marks on the sheet: sizes missing drawn where they would
    # stand, edges of faces that lack one, boxes round what is said twice.
    class CompletenessColumn
      # mm: width of the mark along edges, and room round words.
      MARK = 1.4
      ROOM = 0.8
      # Most sizes that are drawn at once.
      MOST = 80

      Double = Struct.new(:id, :words, :view, :meaning, keyword_init: true)
      # of: name of the part; said, faces: how many faces.
      Part = Struct.new(:of, :slug, :said, :faces, keyword_init: true)

      # page: DrawingPage.
      def initialize(page)
        @page = page
        @value = page.value
        @completing = Nockplane::Linking::Completing.new(@value, Workshop.source)
      end

      # Why nothing can be told, in words; nil when it can.
      def problem
        parts
        nil
      rescue Nockplane::Error => e
        e.message
      end

      def parts
        @parts ||=
          @completing.parts.map do |p|
            model = @page.bound(p.binding.id)
            Part.new(of: model.name, slug: model.slug, said: p.report.said, faces: p.report.status.size)
          end
      end

      # [Linking::Completing::Proposal]; those that can be placed, and those that a person must see to.
      def missing = @missing ||= @completing.proposals
      def ready = missing.select(&:view)
      def by_hand = missing.reject(&:view)

      # [Double]
      def twice
        @twice ||=
          @completing
            .parts
            .flat_map { |p| p.report.twice }
            .map do |t|
              dimension = @value.dimension(Nockplane::Linking::Completeness.dimension_of(t.saying))
              Double.new(
                id: dimension.id,
                words: @page.words(dimension),
                view: @value.view(dimension.view).name,
                meaning: Nockplane::Linking::DoubleWords.new(@value, t).to_s
              )
            end
      end

      def complete? = missing.empty? && twice.empty?

      # SVG of all that on a sheet, and the words of the sizes that would be added: { svg:, words: { id => words } }.
      def to_h
        groups = bare + doubled + proposed
        { svg: groups.empty? ? '' : @page.svg_of(groups), words: ready.to_h { |p| [p.dimension.id, p.words] } }
      end

      private

      def here?(view) = view.sheet == @page.sheet.id
      def builder = @builder ||= @page.builder(@page.sheet, :known)

      def proposed
        here = ready.select { |p| here?(p.view) }.first(MOST)
        return [] if here.empty?

        after = @value.apply(@completing.add(here.map { |p| p.dimension.id }))
        drawn = Nockplane::Drawings::SceneBuilder.new(after, @page.sheet.id, Workshop.source, shade: :known)
        fresh = after.dimensions.reject { |d| @value.dimension(d.id) }
        fresh.map { |d| group("candidate/#{d.dimension}", drawn.dimension_ink(d).ink) }
      end

      def doubled
        twice.filter_map do |t|
          dimension = @value.dimension(t.id)
          next unless here?(@value.view(dimension.view))

          texts = builder.dimension_ink(dimension).ink.grep(Nockplane::Drafting::Ink::Text)
          group("double/#{t.id}", texts.map { |text| box(text) })
        end
      end

      def box(text)
        Nockplane::Drafting::Ink::Line.new(
          points: Nockplane::Drafting::Ink.text_corners(text, ROOM),
          width: 0.5,
          closed: true,
          tone: PLUM,
          layer: 'dimension'
        )
      end

      PLUM = '#7d2e68'

      # Edges of faces that lack a size or a place, in every view of the sheet that shows them.
      def bare
        @completing.parts.flat_map do |part|
          names = part.report.status.filter_map { |name, pair| [name, true] if pair.include?(:missing) }.to_h
          views = @value.views_on(@page.sheet.id).select { |v| v.binding == part.binding.id }
          names.empty? ? [] : views.map { |v| group("bare/#{v.id}", edges(v, names)) }
        end
      end

      def edges(view, names)
        place = builder.place(view)
        strokes = builder.shown(view).linework.strokes.select { |s| s.visible && s.faces.any? { |n| names[n] } }
        strokes.map do |s|
          made =
            Nockplane::Drafting::Ink.of_stroke(s, place.scale, width: MARK, layer: 'dimension') do |x, y|
              place.paper(x, y)
            end
          made.tap { |m| m.tone = DrawingPage::TIDE }
        end
      end

      def group(owner, items) = Nockplane::Drawings::Group.new(owner: owner, items: items)
    end
  end
end
