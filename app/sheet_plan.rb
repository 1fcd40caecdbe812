# frozen_string_literal: true

module App
  # What was asked of a sheet run: its rows with their templates, and choices for all of them. Makes one row's drawing,
  # and tells what it would be made of.
  class SheetPlan
    # key: of the row; template: address; scale: nil for the run's; orientation: named view that is the principal one,
    # nil for the run's choice; output: nil for the run's.
    Wanted = Struct.new(:key, :template, :scale, :orientation, :output, keyword_init: true)

    attr_reader :of, :choices, :output, :wanted

    # data: { "of", "choices" => JSON text or hash, "rows" => [[key, template, scale, orientation, output], ...],
    # "output" }.
    # Raises Refused.
    def self.from(data)
      rows =
        Array(data['rows']).map do |key, template, *own|
          scale, orientation, output = own.map { |v| v.to_s.empty? ? nil : v.to_s }
          Wanted.new(key: key.to_s, template: template.to_s, scale: scale, orientation: orientation, output: output)
        end
      new(data['of'].to_s, choices_of(data['choices']), rows, data['output'].to_s)
    end

    def self.choices_of(given)
      hash = given.is_a?(String) ? JSON.parse(given, max_nesting: 5) : given
      raise Refused, 'The choices of the run are no set of values.' unless hash.nil? || hash.is_a?(Hash)

      Nockplane::Planning::SheetChoices.from(hash || {})
    rescue JSON::ParserError
      raise Refused, 'The choices of the run can\'t be read.'
    rescue Nockplane::Error => e
      raise Refused, "#{e.message[0].upcase}#{e.message[1..]}."
    end

    def initialize(of, choices, wanted, output)
      @of = of
      @choices = choices
      @wanted = wanted
      @output = output.empty? ? 'each' : output
      return if [@output, *wanted.filter_map(&:output)].all? { |o| SheetRun::OUTPUTS.key?(o) }

      raise Refused, "A run makes #{SheetRun::OUTPUTS.values.join(', ')}."
    end

    # The same as plain data, for a job.
    def plain
      {
        'of' => @of,
        'choices' => @choices.plain,
        'rows' => @wanted.map { |w| [w.key, w.template, w.scale.to_s, w.orientation.to_s, w.output.to_s] },
        'output' => @output
      }
    end

    # The same with one of its rows alone.
    def only(wanted) = SheetPlan.new(@of, @choices, [wanted], @output)

    def run = @run ||= SheetRun.new(@of)

    # What is made of a row: its own output, else the run's.
    def output_of(wanted) = wanted.output || @output

    # Why a row can't be made as it is asked for, in words; nil when it can.
    def problem(wanted)
      row = run.row(wanted.key)
      return row.why if row.why

      record = Records::Template.find_by(slug: wanted.template) or return 'choose a template'
      return "template '#{record.title}' was removed; choose another" if record.removed_at
      return "template '#{record.title}' has no berths to fill" if record.template.berths.empty?

      unsound(wanted)
    end

    # Planning::SheetMaking::Made of a row. Parts of files become models.
    def make(wanted)
      row = run.row(wanted.key)
      wrong = problem(wanted)
      raise Refused, "#{wrong[0].upcase}#{wrong[1..]}." if wrong

      record = row.record || Actions::TakeOut.call(row.text)
      making(wanted, row, record).call(title: title(row), number: number(row, record))
    end

    # The same for a picture: nothing is kept.
    def preview(wanted)
      row = run.row(wanted.key)
      row.record ? making(wanted, row, row.record).call(title: title(row), number: row.number) : nil
    end

    # Key under which the picture of a row is kept.
    def preview_key(wanted)
      row = run.row(wanted.key)
      text = row.record ? Workshop.source.text(run.subject(row)) : row.text
      template = Records::Template.find_by(slug: wanted.template)
      asked = [wanted.template, wanted.scale, wanted.orientation]
      told = [@choices.plain, asked, template&.latest&.number, row.name, row.number]
      Workshop.source.name_of('run-preview', text, JSON.generate(told))
    end

    private

    # (Titles have room for so many letters.)
    def title(row) = row.name.to_s[0, 80]

    def number(row, record) = Numbering.drawing(record, row.variant)

    def making(wanted, row, record)
      Nockplane::Planning::SheetMaking.new(
        Actions::CreateDrawing.template(wanted.template),
        Nockplane::Products::Subject.new(record.id, record.latest.number, row.variant),
        Workshop.source,
        @choices,
        front: record.front,
        scale: wanted.scale,
        orientation: wanted.orientation
      )
    end

    def unsound(wanted)
      unless wanted.scale.nil? || %w[fit template].include?(wanted.scale) ||
               Nockplane::Drafting::Scale.parse(wanted.scale)
        return "the scale '#{wanted.scale}' can't be read; write 1:2, or choose fit"
      end
      return if wanted.orientation.nil? || Nockplane::Projection::ViewFrame.named?(wanted.orientation)

      "there is no view '#{wanted.orientation}'"
    end
  end
end
