# frozen_string_literal: true

module App
  module Presenters
    # What the sheet's script needs to show a behind view as it was and as it is.
    class BeforeAfter
      def initialize(record, view)
        @record = record
        @value = record.value
        @view = @value.view(view) or raise Refused.new("#{record.number} has no view '#{view}'.", status: 404)
      end

      # svg: groups "same", "gone", "fresh"; box in the SVG's coordinates (mm, y down); counts of lines.
      def to_h
        to = @record.staleness.target(@view.binding)
        raise Refused, "#{@view.name} shows the latest revision already." if to == @view.revision

        both = Nockplane::Linking::BeforeAfter.new(@value, Workshop.source, @view, to)
        sheet = @value.sheet(@view.sheet).paper
        scene = Nockplane::Drawings::Scene.new(width: sheet.width, height: sheet.height, groups: both.groups, title: '')
        x0, y0, x1, y1 = both.box
        {
          svg: Nockplane::Formats::Svg.groups(scene),
          box: [x0, sheet.height - y1, x1, sheet.height - y0].map { |v| v.round(3) },
          from: @view.revision,
          to: to,
          counts: both.lines.transform_values(&:size)
        }
      end
    end
  end
end
