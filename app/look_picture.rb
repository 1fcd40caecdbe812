# frozen_string_literal: true

module App
  # A small picture of a model in one direction of sight, to choose by: its visible lines.
  module LookPicture
    WIDTH = 64.0
    HEIGHT = 44.0
    MARGIN = 4.0
    # Facets above which it is not worked out for a page that waits.
    MOST = 4000

    module_function

    # SVG; frame: ViewFrame. Blank when the lines are not there and would take long.
    def svg(model, frame)
      subject = Nockplane::Products::Subject.new(model.id, model.latest.number)
      source = Workshop.source
      known =
        source.known?(subject, frame) || (source.modelled?(subject) && source.model(subject).solid.facets.size <= MOST)
      written(known ? ink(source.linework(subject, frame)) : [])
    rescue Nockplane::Error
      written([])
    end

    def ink(linework)
      x0, y0, x1, y1 = linework.box
      scale = [(WIDTH - MARGIN) / [x1 - x0, 1e-6].max, (HEIGHT - MARGIN) / [y1 - y0, 1e-6].max].min
      paper = ->(x, y) do
        [(WIDTH / 2) + ((x - ((x0 + x1) / 2)) * scale), (HEIGHT / 2) + ((y - ((y0 + y1) / 2)) * scale)]
      end
      drawn = linework.strokes.select { |s| s.visible && s.kind != :smooth }
      drawn.map { |s| Nockplane::Drafting::Ink.of_stroke(s, scale, width: 0.4, layer: 'visible', &paper) }
    end

    def written(items)
      groups = [Nockplane::Drawings::Group.new(owner: 'look', items: items)]
      Nockplane::Formats::Svg.write(
        Nockplane::Drawings::Scene.new(width: WIDTH, height: HEIGHT, groups: groups, title: '')
      )
    end
    private_class_method :ink, :written
  end
end
