# frozen_string_literal: true

module App
  # A drawing's first sheet, small, as far as it is known: kept by version.
  module Thumbnail
    module_function

    # SVG of a drawing or template.
    def svg(record)
      return blank(record) if record.variant && !record.ready? # (a worker makes it)

      paper = Paper.new(record, record.value.sheets.first.id)
      return blank(record) unless paper.drawn?

      Workshop
        .source
        .kept('thumbnail', "#{record.home}/#{record.slug}/#{record.version}", paper.waiting.empty?) { drawn(record) }
    rescue Nockplane::Error
      blank(record)
    end

    def drawn(record)
      builder =
        Nockplane::Drawings::SceneBuilder.new(
          record.value,
          record.value.sheets.first.id,
          Workshop.source,
          fields: App.title_fields,
          shade: :known,
          purpose: record.template? ? :screen : :print
        )
      Nockplane::Formats::Svg.write(builder.scene).freeze
    end

    def blank(record)
      record = record.drawing
      format = record.value.sheets.first.paper
      groups = [Nockplane::Drawings::Group.new(owner: 'format', items: format.ink)]
      Nockplane::Formats::Svg.write(
        Nockplane::Drawings::Scene.new(
          width: format.width,
          height: format.height,
          groups: groups,
          title: record.title,
          overhang: format.overhang
        )
      )
    end
  end
end
