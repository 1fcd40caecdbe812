# frozen_string_literal: true

module App
  # The Quillfen Instruments demo data: models from demo/models, parts before the assemblies that name them, the house
  # template with its logo, and drawings of some with their dimensions adopted.
  module Demo
    FOLDER = File.join(ROOT, 'demo', 'models')
    MODELS = %w[
      carousel.recipe
      hub-spindle.recipe
      spacer.recipe
      housing.recipe
      lid.recipe
      adapter-ring.recipe
      cap-screw-m4.recipe
      dowel.recipe
      motor.recipe
      o-ring.recipe
      controller-tray.recipe
      cable-cover.recipe
      wheel.assembly
      filter-wheel-unit.assembly
      filter-wheel-unit-8.assembly
    ].freeze
    DRAWINGS = {
      'carousel.recipe' => 'quillfen-a3',
      'hub-spindle.recipe' => 'quillfen-a3',
      'adapter-ring.recipe' => 'quillfen-a3',
      'spacer.recipe' => 'quillfen-a3',
      'housing.recipe' => 'quillfen-a3',
      'lid.recipe' => 'quillfen-a3',
      'controller-tray.recipe' => 'a3-sheet-metal',
      'filter-wheel-unit.assembly' => 'a2-assembly',
      'motor-plate' => 'quillfen-a3'
    }.freeze

    # Families whose drawing is shown for every variant.
    SERIES = %w[carousel.recipe adapter-ring.recipe spacer.recipe].freeze

    module_function

    # Loads it into an empty data folder; leaves a folder with models alone.
    def load
      return if Records::Model.exists?

      models =
        MODELS.to_h do |file|
          [
            file,
            Actions::AddModel.call(
              File.read(File.join(FOLDER, "#{file}.yml")),
              note: 'first release',
              author: 'Ada Thorne',
              origin: 'file',
              source_file: file[/\A[^.]+/]
            )
          ]
        end
      models['motor-plate'] = motor_plate
      Dir[File.join(ROOT, 'demo', 'templates', '*.template.json')].sort.each do |file|
        Actions::SaveTemplate.from_file(File.read(file))
      end
      DRAWINGS.each do |file, template|
        show = SERIES.include?(file) ? Actions::CreateDrawing::SERIES : nil
        Actions::CreateDrawing.call(models[file], template, show: show)
      end
    end

    # A bought-in part that comes as a STEP file; the number and name are ours.
    def motor_plate
      bytes = File.binread(File.join(Designer::STEPS, 'motor-plate-r1.step'))
      model =
        Actions::KeepReceived.as_new(
          Received.read(bytes, 'motor-plate.step'),
          note: 'as supplied',
          author: 'Ada Thorne'
        ).model
      Records::Property.forget('models', model.slug)
      model.update!(slug: 'motor-plate')
      Actions::Retitle.call(
        model,
        name: 'Motor plate',
        number: 'QI-2180',
        properties: {
          'material' => 'EN AW-5754'
        },
        author: 'Ada Thorne',
        note: 'name, number and material'
      )
      model
    end
  end
end
