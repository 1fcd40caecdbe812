# frozen_string_literal: true

module App
  # What packets of drawings and of models are made of; who includes it has @time.
  module PacketParts
    private

    # A model as STEP, with its saved views.
    def step_file(subject, record, name)
      io = StringIO.new
      views = Records::SavedView.of(record).map(&:sight)
      text = Workshop.source.text(subject)
      Exporting.write(io, text, Workshop.source, 'step', name: name, time: Exporting.stamp(@time), views: views)
      io.string
    end

    # The 3D page of a model. facts, more: of SolidPage.
    def solid_page(subject, record, facts, **more)
      SolidPage.new(
        subject,
        facts: facts.merge(issued: @time.strftime('%Y-%m-%d')),
        looks: record.own_looks.to_h { |l| [l['name'], l['sight']] },
        views: Records::SavedView.of(record).map(&:to_h),
        **more
      ).html
    end

    # A characteristic (Issuing::Characteristics::Row) as SolidPage shows it.
    def said_row(row, faces, dimension)
      limits = [row.upper, row.lower].compact.map { |v| Nockplane::Modelling::Fault.mm(v) }.join(' / ')
      [row.number, row.words, limits, faces, dimension]
    end

    # The list of Issuing::Characteristics as CSV.
    def characteristics(list)
      headers, *rows = list.table
      TableFile.write(headers, rows)
    end
  end
end
