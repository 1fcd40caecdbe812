# frozen_string_literal: true

module App
  # The Quillfen Instruments demo data: models from demo/models, a drawing of each with its dimensions adopted.
  module Demo
    FOLDER = File.join(ROOT, 'demo', 'models')
    DRAWINGS = { 'carousel' => %w[a3-part-first-angle plan front side], 'hub-spindle' => %w[a3-part-first-angle front plan side] }.freeze

    module_function

    # Loads it into an empty data folder; leaves a folder with models alone.
    def load
      return if Records::Model.exists?

      DRAWINGS.each do |file, (template, *views)|
        model = Actions::AddModel.call(File.read(File.join(FOLDER, "#{file}.recipe.yml")), note: 'first release', author: 'Ada Thorne')
        drawing = Actions::CreateDrawing.call(model, template)
        views.each { |v| adopt(drawing, v) }
      end
    end

    def adopt(drawing, view)
      Actions::EditDrawing.call(drawing, base: nil, author: 'Ada Thorne') { |value| Nockplane::Linking::Adoption.new(value, Workshop.source).adopt(value.view(view)) }
    rescue Refused
      nil # nothing left that shows well in this view
    end
  end
end
