# frozen_string_literal: true

module App
  module Presenters
    # A neighbour that is being pulled out of a view: its picture before anything is written.
    class Pulled
      # to: side or corner.
      def initialize(record, view, to)
        @record = record
        @value = record.value
        @view = view
        @to = to
      end

      # svg; x, y: where its hub stands (mm, y down); way: unit vector along which it may go, nil for anywhere.
      def to_h
        edit = Nockplane::Drawings::Views::Making.new(@value, Workshop.source).pull(@view, @to)
        raise Refused, edit.reason if edit.is_a?(Nockplane::Drawings::Refusal)

        made = edit.changes.each_value.first
        height = @value.sheet(made.sheet).paper.height
        {
          svg: svg(@value.apply(edit), made),
          x: made.x,
          y: height - made.y,
          way: Nockplane::Drawings::Folding.tied(made)&.then { |x, y| [x, -y] }
        }
      end

      private

      def svg(drawing, made)
        sheet = drawing.sheet(made.sheet).paper
        groups =
          Nockplane::Drawings::SceneBuilder
            .new(drawing, made.sheet, Workshop.source, shade: :known)
            .scene
            .groups
            .select { |g| g.owner == "view/#{made.id}" }
        groups.each { |g| g.owner = 'pulled' }
        Nockplane::Formats::Svg.groups(
          Nockplane::Drawings::Scene.new(width: sheet.width, height: sheet.height, groups: groups, title: '')
        )
      end
    end
  end
end
